<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** Capitals and small letters for the names of streets and places. */
final class PlaceCasing
{
    private function __construct() {}

    /** "GANNET COVE", "gannet cove" -> "Gannet Cove"; a name with mixed letters stays. */
    public static function place(string $text): string
    {
        if (mb_strtolower($text) !== $text && mb_strtoupper($text) !== $text) {
            return $text;
        }
        $cased = implode(
            ' ',
            array_map(
                static fn(string $word): string => mb_strtoupper($word) === $word && StreetLine::isInCapitals($word)
                    ? $word
                    : mb_convert_case($word, MB_CASE_TITLE),
                explode(' ', $text),
            ),
        );

        // MB_CASE_TITLE takes an apostrophe for a break: "King'S".
        return preg_replace_callback(
            "/(?<=['\u{2019}])S\b/u",
            static fn(array $m): string => strtolower($m[0]),
            preg_replace_callback('/\bMc([a-z])/', static fn(array $m): string => 'Mc' . strtoupper($m[1]), $cased) ?? $cased,
        ) ?? $cased;
    }
}
