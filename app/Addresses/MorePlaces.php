<?php

declare(strict_types=1);

namespace App\Addresses;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Place;
use PineSieve\Core\Addresses\Places;

/** The directory of places with those that this installation has besides: the made-up towns of the demo, named as such. */
final class MorePlaces
{
    private function __construct() {}

    public static function directory(): Places
    {
        $places = DB::table('places')->orderBy('code')->orderBy('city')->get();

        return Places::shipped()->with(
            ...array_map(
                static fn(\stdClass $place): Place => new Place(
                    $place->code,
                    $place->city,
                    $place->state,
                    $place->latitude === null ? null : [(float) $place->latitude, (float) $place->longitude],
                ),
                array_values($places->all()),
            ),
        );
    }

    /**
     * @param  list<array{0: string, 1: string, 2: string, 3?: array{float, float}}>  $places  city, state, code, and where it lies if that is
     *     known
     */
    public static function keep(array $places, string $source): void
    {
        foreach ($places as $place) {
            [$city, $state, $code] = $place;
            $at = isset($place[3]) ? ['latitude' => $place[3][0], 'longitude' => $place[3][1]] : [];
            DB::table('places')->updateOrInsert(['code' => $code, 'city' => $city, 'state' => $state], ['source' => $source, ...$at]);
        }
    }
}
