<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Sifting\UnitNumber;

/** Whom a person says that a row means: "new", "s:55" for supporter 55, "r:12" for whom row 12 is about, "r:12.1" for the next whom it tells of. */
final class Decision
{
    public const PATTERN = '/^(?:new|s:\d{1,12}|r:\d{1,9}(?:\.\d{1,2})?)$/D';

    private function __construct() {}

    /** The unit that "r:12.1" names. */
    public static function unit(string $decision): int
    {
        [$row, $part] = [...explode('.', substr($decision, 2)), '0'];

        return UnitNumber::of((int) $row, (int) $part);
    }

    /** The decision that names what a match finding refers to: a supporter's id, or "769:supporter" for what unit 769 makes. */
    public static function on(int|string $ref): string
    {
        if (is_int($ref)) {
            return "s:{$ref}";
        }
        $unit = (int) $ref;

        return 'r:' . UnitNumber::row($unit) . (UnitNumber::part($unit) === 0 ? '' : '.' . UnitNumber::part($unit));
    }
}
