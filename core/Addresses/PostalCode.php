<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** The forms of ZIP codes and Canadian postal codes. */
final class PostalCode
{
    private function __construct()
    {
    }

    /** @return ?string "04101", "04101-2208" or "E1C 4Z1"; null if it is neither, or lacks a leading zero */
    public static function normalize(string $written): ?string
    {
        $solid = strtoupper(str_replace([' ', '-', '.'], '', $written));

        return match (1) {
            preg_match('/^\d{5}$/D', $solid) => $solid,
            preg_match('/^\d{9}$/D', $solid) => substr($solid, 0, 5).(substr($solid, 5) === '0000' ? '' : '-'.substr($solid, 5)),
            // Letters that Canada Post never uses are D, F, I, O, Q and U; W and Z do not come first.
            preg_match('/^[ABCEGHJ-NPRSTVXY]\d[ABCEGHJ-NPRSTV-Z]\d[ABCEGHJ-NPRSTV-Z]\d$/D', $solid) => substr($solid, 0, 3).' '.substr($solid, 3),
            default => null,
        };
    }

    /** Puts back the zeros that a spreadsheet cut off, if the code then lies in the state; null if not. */
    public static function withLeadingZero(string $written, string $state): ?string
    {
        if (preg_match('/^(\d{3,4})(?:-(\d{4}))?$/D', $written, $parts) !== 1 && preg_match('/^(\d{4})(\d{4})$/D', $written, $parts) !== 1) {
            return null;
        }
        $code = str_pad($parts[1], 5, '0', STR_PAD_LEFT).(isset($parts[2]) ? "-{$parts[2]}" : '');

        return in_array($state, Regions::ofPostalCode($code), true) ? $code : null;
    }
}
