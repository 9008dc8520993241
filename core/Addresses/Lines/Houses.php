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

    /** Two numbers that a box or a route is read with, to see that they make no difference. */
    private const NUMBERS = ['22', '773'];

    /** Numbers to read a street and a unit with. */
    private const HOUSE = '11';

    private const UNIT = '22';

    private const KEPT = 30_000;

    /** @var array<string, DeliveryLine> of the numbers above */
    private static array $read = [];

    /** @var array<string, array{string, array<string, Reason>}|false> what stands behind the number of a house, or before that of a unit, and why */
    private static array $texts = [];

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
        [$number, $street, $word, $unit] = self::cut($line, $country) ?? ['', '', '', ''];
        if ($number === '') {
            return self::numbered($line, $country, $read);
        }
        $key = "{$country} {$street}";
        $behind = self::$texts[$key] ?? self::keepText($key, self::behind(self::street($street, $country, $read)));
        if ($behind === false) {
            return null;
        }
        if ($unit === '') {
            return [$number . $behind[0], '', $behind[1]];
        }
        $key = "{$country}#{$word}";
        $before = self::$texts[$key] ?? self::keepText($key, self::before(self::unit($word, $country, $read)));

        return $before === false ? null : [$number . $behind[0], $before[0] . $unit, $behind[1] + $before[1]];
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
        $key = "{$country}={$words}";
        $before = self::$texts[$key] ?? self::keepText($key, self::beforeNumber($words, $read));

        return $before === false ? null : [$before[0] . $number, '', $before[1]];
    }

    /**
     * @param  callable(string): DeliveryLine  $read
     * @return ?array{string, array<string, Reason>}
     */
    private static function beforeNumber(string $words, callable $read): ?array
    {
        $texts = [];
        foreach (self::NUMBERS as $number) {
            $line = $read($words . $number);
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

    /** @return ?array{string, string, string, string} number, street, the word for a unit and its number, the last two '' if there is none; null if it is no such line */
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
        // What may be a unit as well makes one with it: "5th Fl 2".
        $isUnit =
            $at !== false &&
            $before !== '' &&
            Lexicon::of($country)->unit($before) === null &&
            preg_match('/^(?:no$|#|\d)/i', $before) !== 1;

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
