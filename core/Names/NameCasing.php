<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;

/** Gives names that were written all in capitals or all in small letters the case that their bearers use. */
final class NameCasing
{
    /** Last names that begin with "Mac" as a word of its own; in Mack, Macy, Mackey and many others it is none. */
    private const MAC = [
        'macarthur' => 1,
        'macdonald' => 1,
        'macdougall' => 1,
        'macgregor' => 1,
        'macintosh' => 1,
        'macintyre' => 1,
        'mackenzie' => 1,
        'maclean' => 1,
        'macleod' => 1,
        'macmillan' => 1,
        'macneil' => 1,
        'macpherson' => 1,
    ];

    /** Last names, and "St.", that have no vowel: what else has none is an abbreviation. */
    private const NO_VOWEL = ['ng' => 1, 'st' => 1, 'sts' => 1, 'krc' => 1, 'srb' => 1, 'vlk' => 1, 'smrz' => 1, 'smrt' => 1];

    /** Words of the names of organizations that are written small, but for the first. */
    private const SMALL = ['of' => 1, 'and' => 1, 'the' => 1, 'for' => 1, 'at' => 1];

    /** Abbreviations that have a vowel. */
    private const CAPITALS = [
        'ymca' => 1,
        'ywca' => 1,
        'usa' => 1,
        'vfw' => 1,
        'pta' => 1,
        'pto' => 1,
        'aka' => 1,
        'dba' => 1,
        'ucc' => 1,
        'ame' => 1,
    ];

    private function __construct() {}

    /** Words that have both cases, digits, or no vowel stay as they are. */
    public static function of(string $name): string
    {
        $words = explode(' ', $name);
        $isSmall = mb_strtolower($name) === $name;
        foreach ($words as $i => $word) {
            // A small word among others with capitals is meant so: "and", "van".
            if ($isSmall || mb_strtolower($word) !== $word) {
                $isCredential =
                    $i > 1 &&
                    $i === count($words) - 1 &&
                    str_ends_with($words[$i - 1], ',') &&
                    Words::credential(Fold::solid($word)) !== null;
                $words[$i] = $isCredential
                    ? mb_strtoupper($word)
                    : ($i > 0 && isset(self::SMALL[mb_strtolower($word)])
                        ? mb_strtolower($word)
                        : self::word($word, $i < count($words) - 1, count($words) > 1));
            }
        }

        return implode(' ', $words);
    }

    /** Whether of() would change the name. */
    public static function isFlat(string $name): bool
    {
        return preg_match('/\p{L}{2}/u', $name) === 1 &&
            (mb_strtoupper($name) === $name || mb_strtolower($name) === $name) &&
            self::of($name) !== $name;
    }

    /** "PH.D." like "PhD": letter by letter, with the stops that it has. */
    private static function like(string $word, string $suffix): string
    {
        $letters = str_split((string) preg_replace('/\W/', '', $suffix));

        return count($letters) === strlen(Fold::solid($word))
            ? (string) preg_replace_callback(
                '/\pL/u',
                static function () use (&$letters): string {
                    return (string) array_shift($letters);
                },
                $word,
            )
            : mb_convert_case($word, MB_CASE_TITLE);
    }

    private static function word(string $word, bool $isFollowed, bool $isOneOfSeveral): string
    {
        $lower = mb_strtolower($word);
        $capitals = mb_strtoupper($word) === $word;
        if ((!$capitals && $lower !== $word) || preg_match('/\d/', $word) === 1 || preg_match('/\p{L}/u', $word) !== 1) {
            return $word;
        }
        $solid = Fold::solid($word);
        // "J.R." are initials, whatever else they may stand for.
        if ($capitals && preg_match('/^(?:\p{L}\.){2,}$|^\p{L}{1,3}&\p{L}{1,3}$/u', $word) === 1) {
            return $word;
        }
        // "AJ Lee" is called by two letters.
        if ($capitals && $isFollowed && preg_match('/^(?:[abcdejlmoprtw]j|j[abcdejmptw]|kc|tk)$/D', $solid) === 1) {
            return $word;
        }
        $suffix = $isFollowed || !$isOneOfSeveral ? null : Words::suffix($solid);
        if ($suffix !== null) {
            // "III" and "MD" are written so; "JR" keeps its own stop or lack of one.
            return self::like($word, ctype_upper($suffix) ? mb_strtoupper($word) : $suffix);
        }
        if ($isFollowed && Words::isParticle($solid) && !in_array($solid, ['st', 'mc', 'mac', 'saint', 'vander', 'vanden', 'vant'], true)) {
            return $lower;
        }
        $isShort =
            preg_match('/^(?:\p{L}\.)+\p{L}?$/u', $word) === 1 || preg_match('/[aeiouy]/', $solid) !== 1 || isset(self::CAPITALS[$solid]);
        // "J.R.", "NH", "YMCA"; but not "DR", "MCGH", "NG".
        if ($capitals && $isShort && Words::title($solid) === null && !str_starts_with($solid, 'mc') && !isset(self::NO_VOWEL[$solid])) {
            return (string) preg_replace("/(['\u{2019}])S\$/u", '$1s', $word);
        }
        $cased = (string) preg_replace_callback(
            "/(^|[-'\u{2019}(.])(\p{L})/u",
            static fn(array $m): string => $m[1] . mb_strtoupper($m[2]),
            $lower,
        );
        // The letter after the last apostrophe is small: "John's".
        $cased = (string) preg_replace_callback("/(['\u{2019}])S\$/u", static fn(array $m): string => $m[1] . 's', $cased);

        return (string) preg_replace_callback(
            isset(self::MAC[$solid]) ? '/(^|-)(Mac)(\p{Ll})/u' : '/(^|-)(Mc)(\p{Ll})/u',
            static fn(array $m): string => $m[1] . $m[2] . mb_strtoupper($m[3]),
            $cased,
        );
    }
}
