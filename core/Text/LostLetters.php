<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/**
 * Signs where a letter should stand: it was lost on its way ("Mu?oz", "Jos\u{FFFD}"), or the text was read in another encoding than it
 * was written in ("JosŽ", "Mu¤oz", "£ukasz", "Ïåòðîâ"). Which letter it was cannot be told from the text alone.
 */
final class LostLetters
{
    private const ASCII = '/(?<![\p{L}\p{N}\/=&])\?(?=\p{Ll})|(?<=\p{L})\?(?=\p{L})|^\p{L}{2,}\?$/uD';

    private const BEYOND =
        '/\x{FFFD}|[\x{80}-\x{9F}]' .
        // No letter stands beside these.
        '|(?<=\p{L})[¤¢£¥§¶¬±÷ƒ„‚‡‰ˆ˜¡¿¹³¾¼½‹›¨¯´¸](?=\p{L}|$)|†(?=\p{L})|[¤¢£¥¬±ƒ‡†‰ˆ˜¹³¯¸](?=\p{L})' .
        '|(?<=\p{L})[\x{201C}\x{201D}\x{2022}\x{2122}](?=\p{L})|^\p{L}+[\x{201C}\x{201D}\x{2022}]$' .
        // A capital within a word that has small letters, of those that other encodings have for small ones.
        '|(?<=\p{Ll})[ŽŠŒŸÒÓÕÐÛÇ](?!\p{Lu})|(?<=\p{Lu})[ŽŸ](?=\p{Ll})' .
        // Words of nothing but accents.
        '|[À-ÖØ-öø-ÿ]{4}/uD';

    private function __construct() {}

    public static function areIn(string $text): bool
    {
        return (str_contains($text, '?') && preg_match(self::ASCII, $text) === 1 && !str_contains($text, '://')) ||
            (preg_match('/[^\x00-\x7F]/', $text) === 1 &&
                (preg_match(self::BEYOND, $text) === 1 ||
                    preg_match('/^(?:\S+ ){0,2}\p{L}*\p{Ll}[–—]\p{Ll}\p{L}*(?: \S+){0,2}$/uD', $text) === 1));
    }
}
