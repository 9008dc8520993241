<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

/** One of the supporters that a row tells of, as a number: those of a row follow each other, the one that the row is about first. */
final class UnitNumber
{
    /** Supporters that a row can tell of: 2 to the power of it. */
    private const BITS = 6;

    public const MOST = 1 << self::BITS;

    private function __construct() {}

    public static function of(int $row, int $part = 0): int
    {
        return ($row << self::BITS) | $part;
    }

    public static function row(int $unit): int
    {
        return $unit >> self::BITS;
    }

    public static function part(int $unit): int
    {
        return $unit & ((1 << self::BITS) - 1);
    }
}
