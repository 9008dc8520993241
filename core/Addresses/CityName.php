<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Text\Fold;

/** Short forms that people have for the names of big cities; the post wants them in full (Publication 28, 223). */
final class CityName
{
    /** Code of the state to the short form, folded and without blanks, to the name. */
    private const SHORT = [
        'AZ' => ['phx' => 'Phoenix'],
        'CA' => ['la' => 'Los Angeles', 'sf' => 'San Francisco', 'sanfran' => 'San Francisco', 'sac' => 'Sacramento'],
        'CO' => ['cospgs' => 'Colorado Springs', 'cosprings' => 'Colorado Springs', 'colospgs' => 'Colorado Springs'],
        'DC' => ['wash' => 'Washington', 'washdc' => 'Washington', 'wdc' => 'Washington'],
        'FL' => ['jax' => 'Jacksonville', 'stpete' => 'St Petersburg'],
        'GA' => ['atl' => 'Atlanta'],
        'IL' => ['chgo' => 'Chicago'],
        'IN' => ['indpls' => 'Indianapolis', 'indy' => 'Indianapolis'],
        'KS' => ['kc' => 'Kansas City', 'kck' => 'Kansas City'],
        'LA' => ['nola' => 'New Orleans'],
        'MD' => ['balt' => 'Baltimore', 'balto' => 'Baltimore'],
        'MN' => ['mpls' => 'Minneapolis'],
        'MO' => ['kc' => 'Kansas City', 'kcmo' => 'Kansas City', 'stl' => 'St Louis'],
        'NY' => ['ny' => 'New York', 'nyc' => 'New York', 'nycity' => 'New York', 'bklyn' => 'Brooklyn', 'bx' => 'Bronx'],
        'OH' => ['cinci' => 'Cincinnati', 'cincy' => 'Cincinnati', 'cinti' => 'Cincinnati'],
        'OK' => ['okc' => 'Oklahoma City', 'oklacity' => 'Oklahoma City'],
        'PA' => ['phila' => 'Philadelphia', 'philly' => 'Philadelphia', 'pgh' => 'Pittsburgh'],
        'UT' => ['slc' => 'Salt Lake City'],
        'VA' => ['vabeach' => 'Virginia Beach', 'vabch' => 'Virginia Beach'],
        'WI' => ['milw' => 'Milwaukee'],
    ];

    private function __construct() {}

    /** @return ?string null if it is none of them in that state */
    public static function inFull(string $city, string $state): ?string
    {
        return self::SHORT[$state][Fold::solid($city)] ?? null;
    }
}
