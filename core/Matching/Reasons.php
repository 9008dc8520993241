<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** What speaks for two being one and against it, in sentences. */
final class Reasons
{
    private const LONGEST = 190;

    private function __construct() {}

    /**
     * Equal for all that are like each other for the same reasons: without the values, and without how many have them.
     *
     * @param  list<string>  $for
     * @param  list<string>  $against
     */
    public static function inShort(array $for, array $against): string
    {
        [$for, $against] = [self::bare($for), self::bare($against)];

        return mb_substr(ucfirst(implode(', ', $for) . ($against === [] ? '' : '; but ' . implode(', ', $against))), 0, self::LONGEST);
    }

    /**
     * @param  list<string>  $reasons
     * @return list<string>
     */
    private static function bare(array $reasons): array
    {
        $words = array_unique(
            array_map(
                static fn(string $reason): string => lcfirst((string) preg_replace('/(?:, which .*|: .*)$/su', '', $reason)),
                $reasons,
            ),
        );
        sort($words);

        return $words;
    }
}
