<?php

declare(strict_types=1);

namespace App\Addresses;

use App\Support\Http\JsonMap;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Places;
use PineSieve\Core\Gifts\Amounts;

/**
 * How many supporters live where, by the ZIP code or Canadian area of their primary address, and what they gave.
 *
 * @phpstan-import-type Amounts from JsonMap as GivenAmounts
 * @phpstan-type Dwelling array{
 *     code: string, city: string, state: string, latitude: float, longitude: float, supporters: int, given: ?GivenAmounts,
 * }
 * @phpstan-type Placed array{
 *     code: string, city: string, state: string, latitude: float, longitude: float, supporters: int, given: ?Amounts,
 * }
 * @phpstan-type Dwellings array{places: list<Dwelling>, unknown: int, without: int}
 */
final readonly class WhereTheyLive
{
    /** The code by which an address lies in a place: five digits, or the first three signs of a Canadian code. */
    private const CODE = "left(a.postal_code, if(a.postal_code regexp '^[0-9]', 5, 3))";

    private const PLACED = "a.is_primary and a.postal_code <> '' and a.country in ('US', 'CA')";

    /** Above as many places they are shown by the first three digits. */
    private const MOST = 3000;

    private const MILES_OF_RADIUS = 3958.8;

    public function __construct(private Places $places) {}

    /**
     * @return Dwellings the places with most supporters first; unknown: those whose code the directory does not place; without: those without
     *     a code
     */
    public function all(bool $withGiven): array
    {
        $counts = $this->counts();
        $given = $withGiven ? $this->given() : [];
        [$places, $unknown] = [[], 0];
        foreach ($counts as $code => [$supporters, $city]) {
            $place = $this->places->of((string) $code);
            if ($place?->at === null) {
                $unknown += $supporters;
            } else {
                $places[] = self::dwelling(
                    (string) $code,
                    $city === '' ? $place->city : $city,
                    $place->state,
                    $place->at,
                    $supporters,
                    $withGiven ? $given[$code] ?? Amounts::none() : null,
                );
            }
        }
        $places = count($places) > self::MOST ? self::byRegion($places) : $places;
        usort($places, static fn(array $a, array $b): int => [$b['supporters'], $a['code']] <=> [$a['supporters'], $b['code']]);

        return [
            'places' => array_map(
                static fn(array $place): array => [
                    ...$place,
                    'given' => $place['given'] === null ? null : new JsonMap($place['given']->toArray()),
                ],
                $places,
            ),
            'unknown' => $unknown,
            'without' => DB::table('supporters as s')
                ->whereRaw('not exists (select 1 from addresses a where a.supporter_id = s.id and ' . self::PLACED . ')')
                ->count(),
        ];
    }

    /**
     * Codes of places that lie near another.
     *
     * @return list<string> none if nobody knows where that one lies
     */
    public function near(string $code, int $miles): array
    {
        $center = $this->places->of($code)?->at;
        if ($center === null) {
            return [];
        }
        $near = [];
        foreach (array_keys($this->counts()) as $other) {
            $at = $this->places->of((string) $other)?->at;
            if ($at !== null && self::miles($center, $at) <= $miles) {
                $near[] = (string) $other;
            }
        }

        return $near;
    }

    /** @return array<int|string, array{int, string}> code to supporters, and the city that most of them write */
    private function counts(): array
    {
        $counts = [];
        $rows = DB::select(
            'select ' .
                self::CODE .
                " as code, max(a.city) as city, count(distinct a.supporter_id) as n from addresses a
                where " .
                self::PLACED .
                ' group by 1, a.city order by n desc',
        );
        foreach ($rows as $row) {
            $code = strtoupper($row->code);
            [$supporters, $city] = $counts[$code] ?? [0, (string) $row->city];
            $counts[$code] = [$supporters + (int) $row->n, $city];
        }

        return $counts;
    }

    /** @return array<int|string, Amounts> */
    private function given(): array
    {
        $given = [];
        foreach (
            DB::select(
                'select ' .
                    self::CODE .
                    " as code, g.currency, sum(g.amount) as amount from addresses a
            join gifts g on g.supporter_id = a.supporter_id
            where " .
                    self::PLACED .
                    ' group by 1, 2',
            )
            as $row
        ) {
            $code = strtoupper($row->code);
            $given[$code] = ($given[$code] ?? Amounts::none())->plus(Amounts::of($row->currency, $row->amount));
        }

        return $given;
    }

    /**
     * @param  array{float, float}  $at
     * @return Placed
     */
    private static function dwelling(string $code, string $city, string $state, array $at, int $supporters, ?Amounts $given): array
    {
        return [
            'code' => $code,
            'city' => $city,
            'state' => $state,
            'latitude' => $at[0],
            'longitude' => $at[1],
            'supporters' => $supporters,
            'given' => $given,
        ];
    }

    /**
     * @param  list<Placed>  $places
     * @return list<Placed>
     */
    private static function byRegion(array $places): array
    {
        $regions = [];
        foreach ($places as $place) {
            $regions[substr($place['code'], 0, 3)][] = $place;
        }

        return array_map(self::region(...), array_values($regions));
    }

    /**
     * @param  non-empty-list<Placed>  $within
     * @return Placed where most of it live it is drawn, and by that place it is named
     */
    private static function region(array $within): array
    {
        [$most, $supporters, $given] = [$within[0], 0, null];
        foreach ($within as $place) {
            $most = $place['supporters'] > $most['supporters'] ? $place : $most;
            $supporters += $place['supporters'];
            $given = $place['given'] === null ? $given : ($given ?? Amounts::none())->plus($place['given']);
        }

        return [...$most, 'code' => substr($most['code'], 0, 3), 'supporters' => $supporters, 'given' => $given];
    }

    /**
     * Along the great circle (the haversine formula).
     *
     * @param  array{float, float}  $one  latitude and longitude in degrees
     * @param  array{float, float}  $other
     */
    private static function miles(array $one, array $other): float
    {
        [$latitude, $longitude] = [deg2rad($other[0] - $one[0]), deg2rad($other[1] - $one[1])];
        $half = sin($latitude / 2) ** 2 + cos(deg2rad($one[0])) * cos(deg2rad($other[0])) * sin($longitude / 2) ** 2;

        return 2 * self::MILES_OF_RADIUS * asin(min(1.0, sqrt($half)));
    }
}
