<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

/** First and last names that many people have, from data/frequent.php. */
final class FrequentNames
{
    /** @var ?array{'last name': array<string, float>, 'first name': array<string, float>} */
    private static ?array $shares = null;

    /** @var ?array<string, int> those of which no share is known */
    private static ?array $first = null;

    private function __construct() {}

    /** @return array{'last name': array<string, float>, 'first name': array<string, float>} folded name to its share among people */
    public static function shares(): array
    {
        /** @var array{'last name': array<string, float>, 'first name': array<string, float>} $shares */
        $shares = self::$shares ?? (require __DIR__ . '/data/frequent.php');

        return self::$shares = $shares;
    }

    /** Whether many have it for a first name, or a short form of one. */
    public static function isFirst(string $folded): bool
    {
        if (self::$first === null) {
            /** @var array<string, int> $first */
            $first = require __DIR__ . '/data/first-names.php';
            self::$first = $first;
        }

        return isset(self::$first[$folded]) || isset(self::shares()['first name'][$folded]) || Nicknames::fullOf($folded) !== [];
    }

    /**
     * "Johnson Robert": the first word is a frequent last name and no first one, the second the other way round.
     *
     * @param  non-empty-list<string>  $words  folded
     */
    public static function isTurned(array $words): bool
    {
        $second = $words[1] ?? '';

        return self::isLast($words[0]) && !self::isFirst($words[0]) && self::isFirst($second) && !self::isLast($second);
    }

    public static function isLast(string $folded): bool
    {
        return isset(self::shares()['last name'][$folded]);
    }
}
