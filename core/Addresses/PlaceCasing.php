<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** Capitals and small letters for the names of streets and places. */
final class PlaceCasing
{
    /** Written in capitals: boxes and routes, military post, directions, the country or state in the name of a highway, and who has roads of their own. */
    private const CAPITALS = [
        'PO' => 1,
        'RR' => 1,
        'HC' => 1,
        'PSC' => 1,
        'CMR' => 1,
        'APO' => 1,
        'FPO' => 1,
        'DPO' => 1,
        'AE' => 1,
        'AP' => 1,
        'US' => 1,
        'NE' => 1,
        'NW' => 1,
        'SE' => 1,
        'SW' => 1,
        'NY' => 1,
        'NYC' => 1,
        'NYS' => 1,
        'NASA' => 1,
        'TVA' => 1,
        'YMCA' => 1,
    ];

    /** Written small within a name, whatever it is made of. */
    private const SMALL = ['of' => 1, 'the' => 1, 'and' => 1];

    /** Left small within a name if someone wrote them so. */
    private const PARTICLES = [
        'de' => 1,
        'del' => 1,
        'la' => 1,
        'las' => 1,
        'los' => 1,
        'el' => 1,
        'le' => 1,
        'les' => 1,
        'du' => 1,
        'des' => 1,
        'y' => 1,
        'van' => 1,
    ];

    /** Short forms without a vowel, that are no initials as "JFK" is. */
    private const SHORT = [
        'ST' => 1,
        'STS' => 1,
        'MT' => 1,
        'FT' => 1,
        'DR' => 1,
        'JR' => 1,
        'SR' => 1,
        'MR' => 1,
        'MRS' => 1,
        'PT' => 1,
        'CT' => 1,
        'CR' => 1,
        'JCT' => 1,
        'LP' => 1,
        'PK' => 1,
        'PLC' => 1,
        'RN' => 1,
        'TR' => 1,
        'TRC' => 1,
    ];

    private function __construct() {}

    /** "GANNET COVE", "gannet cove" -> "Gannet Cove"; a name with mixed letters stays. */
    public static function place(string $text): string
    {
        if (mb_strtolower($text) !== $text && mb_strtoupper($text) !== $text) {
            return $text;
        }
        $words = explode(' ', $text);
        foreach ($words as $i => $word) {
            $isKept = mb_strtoupper($word) === $word && (isset(self::CAPITALS[$word]) || preg_match('/^(?:\p{L}\.){2,}$/Du', $word) === 1);
            $words[$i] = $isKept ? $word : self::title($word, $i === 0);
        }

        return implode(' ', $words);
    }

    /** A word of a street: all in capitals or all in small letters it gets an initial capital; mixed ones are left as they are. */
    public static function word(string $word, bool $isFirst = true): string
    {
        if (strpbrk($word, '0123456789') !== false) {
            return match (1) {
                preg_match('/^[\d-]*\d(?:st|nd|rd|th)$/iD', $word) => strtolower($word),
                // "11thAve" is two words that someone wrote as one.
                preg_match('/\p{L}{4}/u', $word) => $word,
                default => strtoupper($word),
            };
        }
        $lower = mb_strtolower($word);
        if ($word === $lower) {
            return isset(self::CAPITALS[strtoupper($word)]) ? strtoupper($word) : self::title($word, $isFirst);
        }

        $isInitials = strlen($word) < 4 && strpbrk($word, 'AEIOUY') === false && !isset(self::SHORT[$word]);

        return mb_strtoupper($word) !== $word || mb_strlen($word) === 1 || $isInitials || isset(self::CAPITALS[$word])
            ? $word
            : self::title($word, $isFirst);
    }

    private static function title(string $word, bool $isFirst): string
    {
        if (!$isFirst && (isset(self::SMALL[strtolower($word)]) || isset(self::PARTICLES[$word]))) {
            return strtolower($word);
        }
        $cased = mb_convert_case($word, MB_CASE_TITLE);
        if (str_starts_with($cased, 'Mc') && mb_strlen($cased) > 2) {
            $cased = 'Mc' . mb_convert_case(mb_substr($cased, 2), MB_CASE_TITLE);
        }

        if (strpbrk($cased, "'\u{2019}") === false) {
            return $cased;
        }
        // MB_CASE_TITLE takes an apostrophe for no break in "O'brien", and for one in "King'S".
        $cased =
            preg_replace_callback("/^\p{L}['\u{2019}]\p{Ll}(?=\p{L}{2})/u", static fn(array $m): string => mb_strtoupper($m[0]), $cased) ??
            $cased;

        return preg_replace_callback("/(?<=['\u{2019}])S\b/u", static fn(array $m): string => strtolower($m[0]), $cased) ?? $cased;
    }
}
