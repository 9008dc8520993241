<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** UTF-8 that was once read as Windows-1252 and written again: "JosÃ©" for "José". */
final class Mojibake
{
    /** Windows-1252 leaves five bytes undefined; readers give them as control characters. */
    private const UNDEFINED = ["\u{81}" => "\x81", "\u{8D}" => "\x8D", "\u{8F}" => "\x8F", "\u{90}" => "\x90", "\u{9D}" => "\x9D"];

    private function __construct() {}

    /** Whether text has the look of it: a lead byte's character and a continuation byte's after it. */
    public static function isLikely(string $text): bool
    {
        return preg_match(
            '/[\x{C2}-\x{F4}][\x{80}-\x{BF}\x{152}\x{153}\x{160}\x{161}\x{178}\x{17D}\x{17E}\x{192}\x{2C6}\x{2DC}\x{2013}\x{2014}\x{2018}-\x{201E}\x{2020}-\x{2022}\x{2026}\x{2030}\x{2039}\x{203A}\x{20AC}\x{2122}]/u',
            $text,
        ) === 1;
    }

    /** What was meant; the text itself if it was not decoded wrongly, or if that can't be taken back without loss. */
    public static function mend(string $text): string
    {
        for ($round = 0; $round < 2 && self::isLikely($text); $round++) {
            $bytes = '';
            foreach (mb_str_split($text) as $character) {
                $byte = self::UNDEFINED[$character] ?? mb_convert_encoding($character, 'Windows-1252', 'UTF-8');
                if ($byte === '?' && $character !== '?') {
                    return $text;
                }
                $bytes .= $byte;
            }
            if (!mb_check_encoding($bytes, 'UTF-8')) {
                return $text;
            }
            $text = $bytes;
        }

        return $text;
    }
}
