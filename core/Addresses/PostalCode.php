<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** The forms of ZIP codes and Canadian postal codes. */
final class PostalCode
{
    /** @var ?array<string, array{string, string}> */
    private static ?array $elsewhere = null;

    private function __construct() {}

    /** @return ?string "04101", "04101-2208" or "E1C 4Z1"; null if it is neither, or lacks a leading zero */
    public static function normalize(string $written): ?string
    {
        $solid = strtoupper(str_replace([' ', '-', '.'], '', self::asText($written)));

        return match (1) {
            preg_match('/^\d{5}$/D', $solid) => $solid,
            preg_match('/^\d{9}$/D', $solid) => substr($solid, 0, 5) . (substr($solid, 5) === '0000' ? '' : '-' . substr($solid, 5)),
            // Letters that Canada Post never uses are D, F, I, O, Q and U; W and Z do not come first.
            preg_match('/^[ABCEGHJ-NPRSTVXY]\d[ABCEGHJ-NPRSTV-Z]\d[ABCEGHJ-NPRSTV-Z]\d$/D', $solid) => substr($solid, 0, 3) .
                ' ' .
                substr($solid, 3),
            default => null,
        };
    }

    /** "3820.0" is 3820: a spreadsheet took the code for a number. */
    private static function asText(string $written): string
    {
        return (string) preg_replace('/^(\d{3,9})\.0+$/D', '$1', $written);
    }

    /** An example of how the postal codes of a country other than the United States and Canada look, if a code does not look so; null if it does, or nobody knows. */
    public static function misses(string $written, string $country): ?string
    {
        if (self::$elsewhere === null) {
            /** @var array<string, array{string, string}> $forms */
            $forms = require __DIR__ . '/data/postal-codes.php';
            self::$elsewhere = $forms;
        }
        [$form, $example] = self::$elsewhere[$country] ?? [null, null];

        return $form === null || preg_match("/^(?:{$form})$/D", strtoupper(str_replace(' ', '', $written))) === 1 ? null : $example;
    }

    /** Puts back the zeros that a spreadsheet cut off, if the code then lies in the state; null if not. */
    public static function withLeadingZero(string $written, string $state): ?string
    {
        $written = self::asText($written);
        if (
            preg_match('/^(\d{3,4})(?:-(\d{4}))?$/D', $written, $parts) !== 1 &&
            preg_match('/^(\d{4})(\d{4})$/D', $written, $parts) !== 1
        ) {
            return null;
        }
        $code = str_pad($parts[1], 5, '0', STR_PAD_LEFT) . (isset($parts[2]) ? "-{$parts[2]}" : '');

        return in_array($state, Regions::ofPostalCode($code), true) ? $code : null;
    }
}
