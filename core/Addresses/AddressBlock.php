<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Text\Tidy;

/** An address that stands in one cell: "12 Elm St, Apt 4, Dover, NH 03820". */
final class AddressBlock
{
    private const CODE = '(?<code>\d{5}(?:-?\d{4})?|\d{4}|[A-Za-z]\d[A-Za-z][ -]?\d[A-Za-z]\d)';

    private function __construct() {}

    public static function parse(string $text): Address
    {
        $parts = array_values(
            array_filter(
                array_map(Tidy::line(...), explode("\n", str_replace(',', "\n", Tidy::block($text)))),
                static fn(string $part): bool => $part !== '',
            ),
        );
        $country = '';
        if (count($parts) > 1 && Regions::find($parts[count($parts) - 1]) === null && Countries::code($parts[count($parts) - 1]) !== null) {
            $country = array_pop($parts);
        }
        [$city, $state, $code] = ['', '', ''];
        if ($parts !== []) {
            $tail = array_pop($parts);
            if (
                preg_match('/^(?<before>.*?)\s*\b' . self::CODE . '$/u', $tail, $found) === 1 &&
                (count($parts) > 0 || Regions::find(self::lastWord($found['before'])) !== null)
            ) {
                [$code, $tail] = [$found['code'], $found['before']];
            }
            [$tail, $state] = $code === '' && self::isStreet($tail) ? [$tail, ''] : self::cutState($tail);
            if ($tail === '' && $state !== '' && count($parts) > 1) {
                $tail = array_pop($parts);
            } elseif ($tail === '' && $state === '' && $parts !== []) {
                [$tail, $state] = self::cutState(array_pop($parts));
                $tail = $tail === '' && count($parts) > 1 ? array_pop($parts) : $tail;
            }
            $city = $tail;
            if ($parts === [] && preg_match('/^\d|^p\.?\s?o\.?\s/i', $city) === 1) {
                [$parts, $city] = [[$city], ''];
            }
        }

        return new Address($parts[0] ?? '', implode(', ', array_slice($parts, 1)), $city, $state, $code, $country);
    }

    /** "12 Maple Ct" is a street, not a place in Connecticut. */
    private static function isStreet(string $text): bool
    {
        return preg_match('/^\d/', $text) === 1 && StreetLine::isSuffix(self::lastWord($text));
    }

    /** @return array{string, string} what stands before the state, and the state as written; '' if there is none */
    private static function cutState(string $text): array
    {
        foreach ([3, 2, 1] as $count) {
            $words = explode(' ', $text);
            $state = implode(' ', array_slice($words, -$count));
            if (count($words) >= $count && Regions::find($state) !== null) {
                return [implode(' ', array_slice($words, 0, -$count)), $state];
            }
        }

        return [$text, ''];
    }

    private static function lastWord(string $text): string
    {
        $words = explode(' ', trim($text, ' ,'));

        return $words[count($words) - 1];
    }
}
