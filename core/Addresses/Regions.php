<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Text\Fold;

/** States, provinces and territories of the United States and Canada. */
final class Regions
{
    /** @var ?array<string, array{country: string, code: string}> solid folded spelling to region */
    private static ?array $spellings = null;

    /** @var array<string, list<string>> US three-digit prefix or Canadian first letter to region codes */
    private static array $prefixes = [];

    private function __construct() {}

    /** @return ?array{country: string, code: string} what "Mass.", "MA" or "Massachusetts" stands for; null if unknown */
    public static function find(string $written): ?array
    {
        self::load();

        return self::$spellings[Fold::solid($written)] ?? self::ofTwo($written);
    }

    /**
     * "NH - New Hampshire", "New Hampshire (NH)", "New Hampshire, USA": said twice, or with its country.
     *
     * @return ?array{country: string, code: string}
     */
    private static function ofTwo(string $written): ?array
    {
        if (
            preg_match('/^(?<one>\p{L}[\p{L}. ]*?)\s*(?:[-\x{2013}\/(,:])\s*(?<other>\p{L}[\p{L}. ]*?)\)?$/uD', trim($written), $found) !==
            1
        ) {
            return null;
        }
        $one = self::$spellings[Fold::solid($found['one'])] ?? null;
        $other = self::$spellings[Fold::solid($found['other'])] ?? null;
        $country = ['usa' => 'US', 'us' => 'US', 'unitedstates' => 'US', 'canada' => 'CA'][Fold::solid($found['other'])] ?? '';

        return $one !== null && ($one === $other || $one['country'] === $country) ? $one : null;
    }

    /** @return list<string> codes of the regions that the postal code can lie in; empty if it lies in none */
    public static function ofPostalCode(string $postalCode): array
    {
        self::load();

        return self::$prefixes[ctype_digit($postalCode[0] ?? '') ? substr($postalCode, 0, 3) : substr($postalCode, 0, 1)] ?? [];
    }

    private static function load(): void
    {
        if (self::$spellings !== null) {
            return;
        }
        self::$spellings = [];
        /** @var array<string, array<string, array{string, string, string}>> $countries */
        $countries = require __DIR__ . '/data/regions.php';
        foreach ($countries as $country => $regions) {
            foreach ($regions as $code => [$name, $others, $prefixes]) {
                foreach (
                    [$code, $name, ...array_filter(explode(' ', $others), static fn(string $other): bool => $other !== '')]
                    as $spelling
                ) {
                    self::$spellings[Fold::solid($spelling)] = ['country' => $country, 'code' => $code];
                }
                foreach (explode(' ', $prefixes) as $range) {
                    [$from, $to] = [...explode('-', $range), $range];
                    foreach ($country === 'CA' ? [$range] : range((int) $from, (int) $to) as $prefix) {
                        self::$prefixes[$country === 'CA' ? $range : sprintf('%03d', $prefix)][] = $code;
                    }
                }
            }
        }
    }
}
