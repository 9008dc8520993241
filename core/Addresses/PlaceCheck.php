<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Addresses\Lines\StreetEnd;
use PineSieve\Core\Text\Fold;

/**
 * Whether city, state and ZIP code of an address in the United States go together, by the directory of places. It proposes, and changes
 * nothing.
 */
final class PlaceCheck
{
    /** Letters that may be wrong in the name of a city. */
    private const TYPOS = 2;

    /** "Dover 03820" is more than a city, "29 Palms" is one. */
    private const NO_CITY = '/^\D.*\d|@/D';

    private const KEPT = 20_000;

    /** @var array<string, list<PlaceRemark>> many addresses lie in one place */
    private array $known = [];

    public function __construct(private readonly Places $places) {}

    /**
     * @param  Address  $address  in its postal form
     * @return list<PlaceRemark>
     */
    public function of(Address $address): array
    {
        $hasNumber =
            strpbrk($address->city, '0123456789@') !== false &&
            (preg_match(self::NO_CITY, $address->city) === 1 || StreetEnd::isWholeStreet($address->city));
        if ($hasNumber && ($address->country === 'US' || $address->country === 'CA')) {
            return [new PlaceRemark(PlaceDoubt::NotACity, 'city', "\"{$address->city}\" is more than a city")];
        }
        if ($address->country !== 'US') {
            return $address->country === 'CA' ? self::withoutCity($address) : [];
        }
        $key = substr($address->postalCode, 0, 5) . "\n{$address->city}\n{$address->state}\n" . ($address->line1 === '' ? '' : 'street');
        if (count($this->known) >= self::KEPT) {
            $this->known = [];
        }

        return $this->known[$key] ??= $this->remarks($address);
    }

    /** @return list<PlaceRemark> */
    private function remarks(Address $address): array
    {
        $zip = substr($address->postalCode, 0, 5);
        if (preg_match('/^\d{5}$/D', $zip) !== 1) {
            return $address->postalCode === '' ? $this->withoutZip($address) : [];
        }
        $place = $this->places->of($zip);
        if ($place === null) {
            return [
                new PlaceRemark(PlaceDoubt::UnknownCode, 'postal_code', "The directory has no ZIP code {$zip}", $this->onlyZip($address)),
            ];
        }
        $remarks = [];
        if ($address->state === '') {
            $remarks[] = new PlaceRemark(PlaceDoubt::NoState, 'state', "{$zip} is in {$place->state}", $place->state);
        } elseif ($address->state !== $place->state && Regions::find($address->state) !== null) {
            $remarks[] = new PlaceRemark(
                PlaceDoubt::OtherState,
                'postal_code',
                "{$zip} is {$place->city}, {$place->state}; the address says {$address->state}",
                $this->onlyZip($address),
            );

            return $remarks;
        }
        if ($address->city === '') {
            $remarks[] = new PlaceRemark(PlaceDoubt::NoCity, 'city', "{$zip} is {$place->city}", $place->city);
        } elseif (!$place->has($address->city)) {
            $remarks[] = $this->otherCity($address, $place);
        }

        return $remarks;
    }

    private function otherCity(Address $address, Place $place): PlaceRemark
    {
        $isThere = $this->places->codes($address->city, $place->state) !== [];
        $isNear = levenshtein(Fold::words($address->city), Fold::words($place->city)) <= self::TYPOS;

        return !$isThere && $isNear
            ? new PlaceRemark(
                PlaceDoubt::Misspelled,
                'city',
                "{$place->code} is {$place->city}; {$place->state} has no {$address->city}",
                $place->city,
            )
            : new PlaceRemark(
                PlaceDoubt::OtherCity,
                'city',
                "{$place->code} is {$place->city} in the directory, which knows one city for each code",
            );
    }

    /** @return list<PlaceRemark> of a street whose state or code alone is known */
    private static function withoutCity(Address $address): array
    {
        return $address->city !== '' || $address->line1 === '' || "{$address->state}{$address->postalCode}" === ''
            ? []
            : [new PlaceRemark(PlaceDoubt::NoCity, 'city', 'There is no city')];
    }

    /** @return list<PlaceRemark> */
    private function withoutZip(Address $address): array
    {
        if ($address->city !== '' && $address->state === '') {
            return [new PlaceRemark(PlaceDoubt::NoState, 'state', 'There is no state and no ZIP code')];
        }
        if ($address->line1 === '' || $address->city === '') {
            return self::withoutCity($address);
        }
        $zip = $this->onlyZip($address);

        return [
            new PlaceRemark(
                PlaceDoubt::NoCode,
                'postal_code',
                $zip === '' ? 'There is no ZIP code' : "The one ZIP code of {$address->city}, {$address->state} is {$zip}",
                $zip,
            ),
        ];
    }

    /** @return string the ZIP code of a city that has just one; '' for others */
    private function onlyZip(Address $address): string
    {
        $codes = $address->city === '' || $address->state === '' ? [] : $this->places->codes($address->city, $address->state);

        return count($codes) === 1 ? $codes[0] : '';
    }
}
