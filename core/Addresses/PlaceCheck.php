<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Text\Fold;

/** Whether city, state and ZIP code of an address in the United States go together, by the directory of places. It proposes, and changes nothing. */
final readonly class PlaceCheck
{
    /** Letters that may be wrong in the name of a city. */
    private const TYPOS = 2;

    public function __construct(private Places $places) {}

    /**
     * @param  Address  $address  in its postal form
     * @return list<PlaceRemark>
     */
    public function of(Address $address): array
    {
        $zip = substr($address->postalCode, 0, 5);
        if ($address->country !== 'US' || preg_match('/^\d{5}$/D', $zip) !== 1) {
            return $address->country === 'US' && $address->postalCode === '' ? $this->withoutZip($address) : [];
        }
        $place = $this->places->of($zip);
        if ($place === null) {
            return [
                new PlaceRemark('postal_code.unknown', 'postal_code', "The directory has no ZIP code {$zip}", $this->onlyZip($address)),
            ];
        }
        $remarks = [];
        if ($address->state === '') {
            $remarks[] = new PlaceRemark('state.blank', 'state', "{$zip} is in {$place->state}", $place->state);
        } elseif ($address->state !== $place->state && Regions::find($address->state) !== null) {
            $remarks[] = new PlaceRemark(
                'place.state',
                'postal_code',
                "{$zip} is {$place->city}, {$place->state}; the address says {$address->state}",
                $this->onlyZip($address),
            );

            return $remarks;
        }
        if ($address->city === '') {
            $remarks[] = new PlaceRemark('city.blank', 'city', "{$zip} is {$place->city}", $place->city);
        } elseif (!Places::isSameCity($address->city, $place->city)) {
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
                'city.misspelled',
                'city',
                "{$place->code} is {$place->city}; {$place->state} has no {$address->city}",
                $place->city,
            )
            : new PlaceRemark(
                'city.other',
                'city',
                "{$place->code} is {$place->city} in the directory, which knows one city for each code",
            );
    }

    /** @return list<PlaceRemark> */
    private function withoutZip(Address $address): array
    {
        if ($address->line1 === '' || $address->city === '' || $address->state === '') {
            return [];
        }
        $zip = $this->onlyZip($address);

        return [
            new PlaceRemark(
                'postal_code.blank',
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
