<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** What may be done to any value without asking: blanks that nobody sees. */
final class Tidy
{
    private function __construct() {}

    /** Outer blanks cut, inner runs of blanks, no-break spaces and line breaks made one blank, zero-width marks removed. */
    public static function line(string $text): string
    {
        if (preg_match('/^[\x21-\x7E]+(?: [\x21-\x7E]+)*$/D', $text) === 1) {
            return $text;
        }
        $text = preg_replace('/[\x{200B}-\x{200D}\x{2060}\x{FEFF}\x{AD}]/u', '', $text) ?? $text;

        return trim(preg_replace('/[\s\p{Z}]+/u', ' ', $text) ?? $text);
    }

    /** As line(), but line breaks stay: for an address block. */
    public static function block(string $text): string
    {
        $lines = preg_split('/\R/u', $text);
        $lines = array_map(self::line(...), $lines === false ? [$text] : $lines);

        return implode("\n", array_filter($lines, static fn(string $line): bool => $line !== ''));
    }
}
