<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

/**
 * Many houses stand in one street, and many homes in one house: a street is read once for all of them, and a word for a unit too,
 * where the numbers say nothing of how the rest is read.
 */
final class Houses
{
    /** A house, a street, and perhaps a unit. */
    private const LINE = '/^(\d+[A-Z]?) (\D+(?:\d+(?:st|nd|rd|th)\b\D*)*?)(?:(?<=[ #])(\d+[A-Z]?))?$/D';

    /** Numbers to read a street and a unit with. */
    private const HOUSE = '11';

    private const UNIT = '22';

    private const KEPT = 30_000;

    /** @var array<string, DeliveryLine> of the numbers above */
    private static array $read = [];

    private function __construct() {}

    /**
     * @param  callable(string): DeliveryLine  $read  reads a line
     * @return ?DeliveryLine null if it is no such line
     */
    public static function of(string $line, string $country, callable $read): ?DeliveryLine
    {
        if (preg_match(self::LINE, $line, $found) !== 1) {
            return null;
        }
        [, $number, $street, $unit] = $found + [3 => ''];
        if ($unit === '') {
            return self::street($street, $country, $read)?->of($line, $number);
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
        if (
            $at === false ||
            $before === '' ||
            Lexicon::of($country)->unit($before) !== null ||
            preg_match('/^(?:no$|#|\d)/i', $before) === 1
        ) {
            return null;
        }
        $home = self::unit(ltrim(substr($street, $at) . " {$sign}"), $country, $read);

        return $home === null ? null : self::street(substr($street, 0, $at), $country, $read)?->of($line, $number, $home->withUnit($unit));
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
