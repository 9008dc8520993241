<?php

declare(strict_types=1);

namespace PineSieve\StandIns\Directory;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Lines\DeliveryLine;
use PineSieve\Core\Addresses\Lines\LineKind;
use PineSieve\Core\Addresses\Lines\StreetLine;
use PineSieve\Core\Text\Fold;

/**
 * Stands in for a postal directory: it knows the streets of the made-up towns with their numbers, buildings with their units, boxes, houses
 * where nobody lives, and who moved.
 *
 * @phpstan-type Asked array{line1: string, line2: string, city: string, state: string, postal_code: string, country: string}
 * @phpstan-type Town array{string, string, list<string>}
 */
final class TownDirectory
{
    private const BOXES = 900;

    private const LAST_NUMBER = 1999;

    private const UNITS = 20;

    /** @var array{edition: string, towns: list<Town>, streets: list<string>, ranges: array<string, ?array{int, int}>, moves: list<array{string, string, string, string, ?string}>} */
    private readonly array $world;

    private readonly AddressStandardizer $standardizer;

    public function __construct()
    {
        $this->world = require __DIR__ . '/world.php';
        $this->standardizer = new AddressStandardizer();
    }

    /** @return array{name: string, edition: string} */
    public function about(): array
    {
        return ['name' => 'The made-up towns', 'edition' => $this->world['edition']];
    }

    /**
     * @param  array<string, mixed>  $asked
     * @return array<string, mixed>
     */
    public function answer(array $asked): array
    {
        $written = Address::fromParts(array_map(static fn(mixed $part): string => is_scalar($part) ? (string) $part : '', $asked));
        $address = $this->standardizer->standardize($written)->standard;
        if ($address->country !== 'US') {
            return self::said(Outcome::NotVerifiable, 'The directory knows addresses of the United States alone');
        }
        $zip = substr($address->postalCode, 0, 5);
        $towns = $this->towns(static fn(array $town): bool => Fold::words($town[0]) === Fold::words($address->city));
        if ($towns === []) {
            $byZip = $this->towns(static fn(array $town): bool => in_array($zip, $town[2], true));

            return $byZip === [] || $address->line1 === ''
                ? self::said(Outcome::NotVerifiable, 'The stand-in knows the made-up towns alone')
                : self::said(
                    Outcome::PlaceAndZipDisagree,
                    "{$zip} is {$byZip[0][0]}, not {$address->city}",
                    candidates: [self::at($byZip[0], $address->line1, $address->line2)],
                );
        }
        $town = $towns[0];
        if (($zip !== '' && !in_array($zip, $town[2], true)) || ($address->state !== '' && $address->state !== $town[1])) {
            $others = $this->towns(static fn(array $other): bool => in_array($zip, $other[2], true));

            return self::said(
                Outcome::PlaceAndZipDisagree,
                $others === [] ? "{$town[0]} has no ZIP code {$zip}" : "{$zip} is {$others[0][0]}, not {$town[0]}",
                candidates: array_map(static fn(array $one): array => self::at($one, $address->line1, $address->line2), [
                    $town,
                    ...array_slice($others, 0, 1),
                ]),
            );
        }
        $town[2] = $zip === '' ? $town[2] : [$zip];

        return $this->inTown($address, StreetLine::parse($address->line1, 'US'), $town);
    }

    /**
     * @param  Town  $town
     * @return array<string, mixed>
     */
    private function inTown(Address $address, DeliveryLine $line, array $town): array
    {
        if ($line->kind === LineKind::Box) {
            $box = (int) preg_replace('/\D/', '', $line->box);

            return $box >= 1 && $box <= self::BOXES
                ? $this->confirmed($address, $town, "PO Box {$box}", '', Outcome::Confirmed, 'The post office has this box')
                : self::said(Outcome::NumberNotOnStreet, "The post office of {$town[0]} has the boxes 1 to " . self::BOXES);
        }
        if ($line->kind !== LineKind::Street || $line->number === '') {
            return self::said(Outcome::StreetNotInPlace, 'This is no street that the directory knows');
        }
        $asked = self::name($line);
        $streets = $this->streets($line, $town);
        if (count($streets) !== 1) {
            $near = $streets === [] ? $this->near($asked, $town) : $streets;

            return self::said(
                $streets === [] ? Outcome::StreetNotInPlace : Outcome::SeveralFit,
                $streets === [] ? "{$town[0]} has no {$asked}" : "{$town[0]} has " . implode(' and ', $streets),
                candidates: array_map(
                    static fn(string $street): array => self::at($town, "{$line->number} {$street}", $address->line2),
                    $near,
                ),
            );
        }
        $street = $streets[0];
        [$low, $high] = $this->range($town, $street) ?? [1, self::LAST_NUMBER];
        $number = (int) $line->number;
        if ($number < $low || $number > $high) {
            return self::said(
                Outcome::NumberNotOnStreet,
                $number > $high ? "{$street} ends at {$high}" : "{$street} begins at {$low}",
                candidates: array_map(
                    static fn(int $other): array => self::at($town, "{$other} {$street}", $address->line2),
                    self::slips($number, $low, $high),
                ),
            );
        }

        return $this->house($address, $line->number, $street, $town);
    }

    /**
     * @param  Town  $town
     * @return array<string, mixed>
     */
    private function house(Address $address, string $number, string $street, array $town): array
    {
        $chance = crc32("{$number} {$street} {$town[0]}") % 1000;
        if ($chance >= 985) {
            return self::said(Outcome::Vacant, $chance >= 992 ? 'Nobody has taken mail there for 90 days' : 'The building was taken down');
        }
        $unit = $address->line2;
        $isUnit = StreetLine::parse($unit, 'US')->kind === LineKind::Unit;
        $line1 = "{$number} {$street}";
        if ($unit !== '' && !$isUnit) {
            return $this->confirmed($address, $town, $line1, $unit, Outcome::Confirmed, 'The house is there');
        }
        if ($chance >= 780) {
            return $unit === ''
                ? $this->confirmed($address, $town, $line1, '', Outcome::Confirmed, 'The house is there')
                : $this->confirmed($address, $town, $line1, $unit, Outcome::UnitNotNeeded, 'The house has no apartments');
        }
        if ($unit === '') {
            return $chance < 25
                ? $this->confirmed($address, $town, $line1, '', Outcome::UnitMissing, 'The building has ' . self::UNITS . ' apartments')
                : $this->confirmed($address, $town, $line1, '', Outcome::Confirmed, 'The house is there');
        }

        // The word before the number is whatever people write.
        $apartment = 'Apt ' . preg_replace('/\D/', '', $unit);

        return (int) preg_replace('/\D/', '', $unit) > self::UNITS
            ? $this->confirmed($address, $town, $line1, $unit, Outcome::UnitWrong, 'The building has the apartments 1 to ' . self::UNITS)
            : $this->confirmed($address, $town, $line1, $apartment, Outcome::Confirmed, 'The apartment is there');
    }

    /**
     * @param  Town  $town
     * @return array<string, mixed>
     */
    private function confirmed(Address $address, array $town, string $line1, string $line2, Outcome $outcome, string $why): array
    {
        $plus4 = sprintf('%04d', 1000 + (crc32("{$line1} {$town[0]}") % 8999));
        $digits = substr((string) preg_replace('/\D/', '', $line1), -2);

        return [
            ...self::said($outcome, $why),
            'address' => self::at($town, $line1, $line2),
            'plus4' => $plus4,
            'delivery_point' => $town[2][0] . $plus4 . sprintf('%02d', (int) $digits),
            'use' => crc32($line1) % 9 === 0 ? 'business' : 'residential',
            'moves' => $this->moves("{$line1}|{$line2}|{$town[0]}"),
        ];
    }

    /** @return list<array<string, mixed>> */
    private function moves(string $from): array
    {
        $moves = [];
        foreach ($this->world['moves'] as [$first, $last, $on, $place, $to]) {
            if ($place === $from) {
                [$line1, $line2, $city] = explode('|', $to ?? '||');
                $town = $this->towns(static fn(array $town): bool => $town[0] === $city)[0] ?? null;
                $moves[] = [
                    'first' => $first,
                    'last' => $last,
                    'on' => $on,
                    'to' => $town === null ? null : self::at($town, $line1, $line2),
                ];
            }
        }

        return $moves;
    }

    /**
     * Streets of the town that the line may mean: the very one, or else those of its name if it leaves suffix or direction out.
     *
     * @param  Town  $town
     * @return list<string>
     */
    private function streets(DeliveryLine $line, array $town): array
    {
        $asked = self::name($line);
        $there = array_filter($this->world['streets'], fn(string $street): bool => $this->range($town, $street) !== null);
        if (in_array($asked, $there, true)) {
            return [$asked];
        }

        return array_values(
            array_filter($there, static function (string $street) use ($line): bool {
                $known = StreetLine::parse("1 {$street}", 'US');

                return Fold::words($known->name) === Fold::words($line->name) &&
                    in_array($line->suffix, ['', $known->suffix], true) &&
                    in_array($line->before, ['', $known->before], true);
            }),
        );
    }

    /**
     * @param  Town  $town
     * @return list<string> streets that are spelled nearly so
     */
    private function near(string $asked, array $town): array
    {
        $near = [];
        foreach ($this->world['streets'] as $street) {
            $away = levenshtein(strtolower($asked), strtolower($street));
            if ($away <= 3 && $this->range($town, $street) !== null) {
                $near[$street] = $away;
            }
        }
        asort($near);

        return array_slice(array_map(strval(...), array_keys($near)), 0, 3);
    }

    /**
     * @param  Town  $town
     * @return ?array{int, int} null if the town has no such street
     */
    private function range(array $town, string $street): ?array
    {
        $key = "{$town[0]}|{$street}";

        return array_key_exists($key, $this->world['ranges']) ? $this->world['ranges'][$key] : [1, self::LAST_NUMBER];
    }

    /**
     * @param  callable(Town): bool  $is
     * @return list<Town>
     */
    private function towns(callable $is): array
    {
        return array_values(array_filter($this->world['towns'], $is));
    }

    private static function name(DeliveryLine $line): string
    {
        return trim(implode(' ', array_filter([$line->before, $line->name, $line->suffix, $line->after])));
    }

    /**
     * Numbers that are one slip of the finger away: two digits in the other order, or one too many.
     *
     * @return list<int>
     */
    private static function slips(int $number, int $low, int $high): array
    {
        $digits = (string) $number;
        $slips = [];
        for ($i = 0; $i < strlen($digits); $i++) {
            $slips[] = (int) (substr($digits, 0, $i) . substr($digits, $i + 1));
            if ($i > 0) {
                $swapped = $digits;
                [$swapped[$i - 1], $swapped[$i]] = [$digits[$i], $digits[$i - 1]];
                $slips[] = (int) $swapped;
            }
        }

        return array_slice(array_values(array_unique(array_filter($slips, static fn(int $n): bool => $n >= $low && $n <= $high))), 0, 3);
    }

    /**
     * @param  list<Asked>  $candidates
     * @return array{outcome: string, why: string, candidates: list<Asked>}
     */
    private static function said(Outcome $outcome, string $why, array $candidates = []): array
    {
        return ['outcome' => $outcome->value, 'why' => $why, 'candidates' => $candidates];
    }

    /**
     * @param  Town  $town
     * @return Asked
     */
    private static function at(array $town, string $line1, string $line2): array
    {
        return [
            'line1' => $line1,
            'line2' => $line2,
            'city' => $town[0],
            'state' => $town[1],
            'postal_code' => $town[2][0],
            'country' => 'US',
        ];
    }
}
