<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\Reason;

/**
 * Many houses stand in one street, and many homes in one house: a street is read once for all of them, and a word for a unit too,
 * where the numbers say nothing of how the rest is read.
 */
final class Houses
{
    /** A house, a street, and perhaps a unit. */
    private const LINE = '/^(\d+[A-Z]?) (\D+(?:\d+(?:st|nd|rd|th)\b\D*)*?)(?:(?<=[ #])(\d+[A-Z]?))?$/D';

    /** Words, and a number at their end: a box, a route, a highway. */
    private const NUMBERED = '/^(\D+(?:\d+\D+)?)(?<![\d\/-])([1-9]\d{0,3})$/D';

    private const NUMBERED_ROAD = '/(?:^| )(?:' . StreetLine::NUMBERED_ROAD . ')$/iD';

    /** Two numbers that a box or a route is read with, to see that they make no difference. */
    private const NUMBERS = ['22', '773'];

    /** Numbers to read a street and a unit with. */
    private const HOUSE = '11';

    private const DIGITS = '0123456789';

    private const UNIT = '22';

    private const KEPT = 30_000;

    /** @var array<string, DeliveryLine> of the numbers above */
    private static array $read = [];

    /** @var array<string, array{string, array<string, Reason>}> what stands between two numbers, or a part: how it is written, and why */
    private static array $between = [];

    /** @var array<string, array{string, array<string, Reason>}|false> what stands behind a house's number, or before a unit's, and why */
    private static array $texts = [];

    /** @var array<string, true> words before a number of which nothing is understood, whatever the number is */
    private static array $unread = [];

    private function __construct() {}

    /**
     * @param  callable(string): DeliveryLine  $read  reads a line
     * @return ?DeliveryLine null if it is no such line
     */
    public static function of(string $line, string $country, callable $read): ?DeliveryLine
    {
        [$number, $street, $word, $unit] = self::cut($line, $country) ?? ['', '', '', ''];
        if ($number === '' || $unit === '') {
            return $number === '' ? null : self::street($street, $country, $read)?->of($line, $number);
        }
        $home = self::unit($word, $country, $read);

        return $home === null ? null : self::street($street, $country, $read)?->of($line, $number, $home->withUnit($unit));
    }

    /**
     * The same as it is written in the end, without its parts: what many lines are asked for.
     *
     * @param  callable(string): DeliveryLine  $read  reads a line
     * @return ?array{string, string, array<string, Reason>} the street, the unit ('' if there is none), and why; null if it is no such line
     */
    public static function written(string $line, string $country, callable $read): ?array
    {
        $digits = strspn($line, self::DIGITS);
        $end = $digits === 0 ? 0 : self::lastNumber($line);
        $between = substr($line, $digits, $end - $digits);
        $known = $digits === 0 ? null : self::known($between, $country, $end < strlen($line));
        if ($known !== null) {
            return [substr($line, 0, $digits) . $known[0], $known[1] === '' ? '' : $known[1] . substr($line, $end), $known[2]];
        }
        [$number, $street, $word, $unit] = self::cut($line, $country) ?? ['', '', '', ''];
        if ($number === '') {
            return self::numbered($line, $country, $read);
        }
        $key = "{$country} {$street}";
        $behind = self::$texts[$key] ?? self::keepText($key, self::behind(self::street($street, $country, $read)));
        if ($behind === false) {
            return null;
        }
        $letter = substr($number, $digits);
        if ($unit === '') {
            $end < strlen($line) ? null : self::keepBetween("{$country}{$between}", [$letter . $behind[0], $behind[1]]);

            return [$number . $behind[0], '', $behind[1]];
        }
        $key = "{$country}#{$word}";
        $before = self::$texts[$key] ?? self::keepText($key, self::before(self::unit($word, $country, $read)));
        if ($before === false) {
            return null;
        }
        $at = self::lastSpace($between);
        if ($unit === substr($line, $end) && ltrim(substr($between, strlen($letter), $at - strlen($letter))) === $street) {
            self::keepBetween("{$country}+" . substr($between, 0, $at), [$letter . $behind[0], $behind[1]]);
            self::keepBetween("{$country}#" . substr($between, $at), $before);
        }

        return [$number . $behind[0], $before[0] . $unit, $behind[1] + $before[1]];
    }

    /**
     * "12", " Elm St Apt " and "4B": whatever the numbers are, what stands between them is written the same, and of most it is known how.
     *
     * @return ?array{string, string, array<string, Reason>} what stands behind the house's number, and before the unit's, and why
     */
    private static function known(string $between, string $country, bool $hasUnit): ?array
    {
        if (!$hasUnit) {
            $street = self::$between["{$country}{$between}"] ?? null;

            return $street === null ? null : [$street[0], '', $street[1]];
        }
        $at = self::lastSpace($between);
        $street = self::$between["{$country}+" . substr($between, 0, $at)] ?? null;
        $word = $street === null ? null : self::$between["{$country}#" . substr($between, $at)] ?? null;

        return $street === null || $word === null ? null : [$street[0], $word[0], $street[1] + $word[1]];
    }

    /** @return int where the word for a unit begins, with what stands before it: " Apt. " */
    private static function lastSpace(string $between): int
    {
        $head = rtrim($between, ' .');
        if (str_ends_with($head, '#')) {
            return strlen(rtrim(substr($head, 0, -1)));
        }

        return $head === '' ? 0 : (int) strrpos($head, ' ');
    }

    /** @param  array{string, array<string, Reason>}  $text */
    private static function keepBetween(string $key, array $text): void
    {
        if (count(self::$between) >= self::KEPT) {
            self::$between = [];
        }
        self::$between[$key] = $text;
    }

    /** @return int where the number of a unit begins at the end of a line: "4", "4B"; its length if there is none */
    private static function lastNumber(string $line): int
    {
        $last = $line[-1];
        $head = $last >= 'A' && $last <= 'Z' ? substr($line, 0, -1) : $line;
        $end = strlen(rtrim($head, self::DIGITS));

        return $end === strlen($head) ? strlen($line) : $end;
    }

    /**
     * @param  callable(string): DeliveryLine  $read
     * @return ?array{string, string, array<string, Reason>}
     */
    private static function numbered(string $line, string $country, callable $read): ?array
    {
        if (preg_match(self::NUMBERED, $line, $found) !== 1) {
            return null;
        }
        [, $words, $number] = $found;
        // The number of a unit behind that of a box: hardly another line is like it.
        if (
            strpbrk($words, self::DIGITS) !== false &&
            (str_ends_with($words, '#') || Lexicon::of($country)->unit(self::lastWord($words)) !== null)
        ) {
            return null;
        }
        $key = "{$country}={$words}";
        $before = self::$texts[$key] ?? self::keepText($key, self::beforeNumber($words, $key, $read));

        return $before === false ? null : [$before[0] . $number, '', $before[1]];
    }

    /** Whether nothing is understood of a line, as of others that differ by their number alone; how it is written was asked before. */
    public static function isUnread(string $line, string $country): bool
    {
        return self::$unread !== [] && preg_match(self::NUMBERED, $line, $found) === 1 && isset(self::$unread["{$country}={$found[1]}"]);
    }

    /**
     * @param  callable(string): DeliveryLine  $read
     * @return ?array{string, array<string, Reason>}
     */
    private static function beforeNumber(string $words, string $key, callable $read): ?array
    {
        $lines = array_map(static fn(string $number): DeliveryLine => $read($words . $number), self::NUMBERS);
        if (array_filter($lines, static fn(DeliveryLine $line): bool => $line->kind !== LineKind::Unread) === []) {
            self::$unread = count(self::$unread) < self::KEPT ? self::$unread : [];
            self::$unread[$key] = true;

            return null;
        }
        $texts = [];
        foreach (self::NUMBERS as $at => $number) {
            $line = $lines[$at];
            $text = $line->text();
            if ($line->units !== [] || !$line->kind->isDelivered() || !str_ends_with($text, " {$number}")) {
                return null;
            }
            $texts[substr($text, 0, -strlen($number))] = $line->reasons;
        }

        return count($texts) === 1 ? [array_key_first($texts), array_values($texts)[0]] : null;
    }

    /**
     * @param  ?array{string, array<string, Reason>}  $text
     * @return array{string, array<string, Reason>}|false
     */
    private static function keepText(string $key, ?array $text): array|false
    {
        if (count(self::$texts) >= self::KEPT) {
            self::$texts = [];
        }

        return self::$texts[$key] = $text ?? false;
    }

    /** @return ?array{string, array<string, Reason>} */
    private static function behind(?DeliveryLine $street): ?array
    {
        $text = $street?->text() ?? '';

        return $street === null || $street->units !== [] || !str_starts_with($text, self::HOUSE)
            ? null
            : [substr($text, strlen(self::HOUSE)), $street->reasons];
    }

    /** @return ?array{string, array<string, Reason>} */
    private static function before(?DeliveryLine $unit): ?array
    {
        $text = $unit?->unitsText() ?? '';

        return $unit === null || !str_ends_with($text, self::UNIT) ? null : [substr($text, 0, -strlen(self::UNIT)), $unit->reasons];
    }

    /**
     * @return ?array{string, string, string, string} number, street, the word for a unit and its number, the last two '' if there is none;
     *                                                null if it is no such line
     */
    private static function cut(string $line, string $country): ?array
    {
        if (preg_match(self::LINE, $line, $found) !== 1) {
            return null;
        }
        [, $number, $street, $unit] = $found + [3 => ''];
        if ($unit === '') {
            return [$number, $street, '', ''];
        }
        // "Apt 4", "Apt #4", or "#4" alone.
        $sign = str_ends_with($street, '# ') ? '# ' : (str_ends_with($street, '#') ? '#' : '');
        $street = rtrim($street);
        $street = $sign === '' ? $street : rtrim(substr($street, 0, -1));
        $word = self::lastWord($street);
        $isWord = Lexicon::of($country)->unit($word) !== null;
        $at = $isWord ? strrpos($street, ' ') : ($sign === '' ? false : strlen($street));
        $before = $at === false ? '' : self::lastWord(substr($street, 0, $at));
        // What may be a unit as well makes one with it: "5th Fl 2"; and "Highway #16" is the number of the highway.
        $isUnit =
            $at !== false &&
            $before !== '' &&
            $before !== '-' &&
            Lexicon::of($country)->unit($before) === null &&
            preg_match('/^(?:no$|#|\d)/i', $before) !== 1 &&
            preg_match(self::NUMBERED_ROAD, str_replace('.', '', substr($street, 0, $at))) !== 1;

        return $isUnit ? [$number, substr($street, 0, $at), ltrim(substr($street, $at) . " {$sign}"), $unit] : null;
    }

    private static function lastWord(string $text): string
    {
        $text = rtrim($text, ' ,.');
        $at = strrpos($text, ' ');

        return $at === false ? $text : substr($text, $at + 1);
    }

    /** @param  callable(string): DeliveryLine  $read */
    private static function street(string $street, string $country, callable $read): ?DeliveryLine
    {
        $line = self::$read["{$country} {$street}"] ?? self::keep("{$country} {$street}", $read(self::HOUSE . " {$street}"));

        return $line->number === self::HOUSE ? $line : null;
    }

    /** @param  callable(string): DeliveryLine  $read */
    private static function unit(string $word, string $country, callable $read): ?DeliveryLine
    {
        $line = self::$read["{$country}#{$word}"] ?? self::keep("{$country}#{$word}", $read($word . self::UNIT));

        return $line->kind === LineKind::Unit && count($line->units) === 1 && $line->units[0]->number === self::UNIT ? $line : null;
    }

    private static function keep(string $key, DeliveryLine $line): DeliveryLine
    {
        if (count(self::$read) >= self::KEPT) {
            self::$read = [];
        }

        return self::$read[$key] = $line;
    }
}
