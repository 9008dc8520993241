<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Addresses\Lines\StreetLine;

/**
 * An address in lines, in the order of its country, as the Universal Postal Union lists it (Addressing Systems): where the postal code stands,
 * and whether a region is written. A country that is not listed has the place in one line, the code in front, as most have.
 */
final class PrintedAddress
{
    /** The code behind city and region: "Portland ME 04101". */
    private const BEHIND = ['US', 'CA', 'AU', 'PR'];

    /** The code behind the city, without a region: "Singapore 049145". */
    private const BEHIND_CITY = ['SG', 'NZ', 'IN', 'KH', 'BD', 'NP', 'TH', 'ID', 'PK', 'SA'];

    /** The code in a line of its own, below the city. */
    private const BELOW = ['GB', 'IE', 'GG', 'JE', 'IM', 'GI', 'ZA', 'KE', 'LK', 'MT', 'HK'];

    /** The code in front, the region behind the city: "00184 Roma RM". */
    private const WITH_REGION = ['IT', 'MX', 'ES', 'CN', 'JP', 'KR'];

    private function __construct() {}

    /**
     * @param  string  $home  country whose name is left out: ISO 3166-1 alpha-2
     * @return list<string> without blank ones
     */
    public static function lines(Address $address, string $home = 'US'): array
    {
        $country = $address->country === '' ? $home : $address->country;
        $join = static fn(string ...$parts): string => implode(' ', array_filter($parts, static fn(string $part): bool => $part !== ''));
        $place = match (true) {
            in_array($country, self::BEHIND, true) => [
                $join(
                    $address->city === '' || $address->state . $address->postalCode === '' ? $address->city : "{$address->city},",
                    $address->state,
                    $address->postalCode,
                ),
            ],
            in_array($country, self::BEHIND_CITY, true) => [$join($address->city, $address->postalCode)],
            in_array($country, self::BELOW, true) => [$join($address->city), $address->state, $address->postalCode],
            $country === 'BR' => [$address->state === '' ? $address->city : "{$address->city} - {$address->state}", $address->postalCode],
            in_array($country, self::WITH_REGION, true) => [$join($address->postalCode, $address->city, $address->state)],
            default => [$join($address->postalCode, $address->city), $address->state],
        };

        // Whose hands it goes through stands above the street.
        $street = StreetLine::isAttention($address->line2) ? [$address->line2, $address->line1] : [$address->line1, $address->line2];

        return array_values(
            array_filter([...$street, ...$place, $country === $home ? '' : $country], static fn(string $line): bool => $line !== ''),
        );
    }
}
