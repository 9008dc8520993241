<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** Makes two spellings of the same words equal: accents, case, punctuation and spacing do not count. */
final class Fold
{
    private static ?\Transliterator $latin = null;

    private function __construct() {}

    /** Lower-case ASCII words with single blanks between them; '' if nothing is left. */
    public static function words(string $text): string
    {
        $text = self::ascii($text);
        // An apostrophe or full stop joins (O'Brien, J.R.); every other mark separates.
        $text = preg_replace(["/['.`]/", '/[^a-z0-9]+/'], ['', ' '], strtolower($text)) ?? '';

        return trim($text);
    }

    /** As words(), without the blanks: for headers and codes. */
    public static function solid(string $text): string
    {
        return str_replace(' ', '', self::words($text));
    }

    private static function ascii(string $text): string
    {
        if (preg_match('/[^\x00-\x7F]/', $text) !== 1) {
            return $text;
        }
        self::$latin ??= \Transliterator::create('Any-Latin; Latin-ASCII') ?? throw new \LogicException('ICU has no Latin-ASCII rules.');
        $plain = self::$latin->transliterate($text);

        return $plain === false ? $text : $plain;
    }
}
