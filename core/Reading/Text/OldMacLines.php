<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

/** Lines that end in a carriage return alone, as spreadsheets of the Macintosh write them. Line feeds within quotes are no ends. */
final class OldMacLines
{
    private bool $isQuoted = false;

    /** @param  string  $sample  the beginning of a text */
    public static function areIn(string $sample): bool
    {
        $bare = (string) preg_replace('/"[^"]*(?:"|$)/', '', $sample);

        return str_contains($bare, "\r") && !str_contains($bare, "\n");
    }

    /** The next block of the text, its lines ended by line feeds; what is quoted stays as it is. */
    public function turned(string $block): string
    {
        $parts = explode('"', $block);
        foreach ($parts as $i => $part) {
            $this->isQuoted = $i === 0 ? $this->isQuoted : !$this->isQuoted;
            $parts[$i] = $this->isQuoted ? $part : strtr($part, "\r", "\n");
        }

        return implode('"', $parts);
    }
}
