<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Text\Fold;

/** A date as someone wrote it, with every date that it can mean. */
final class WrittenDate
{
    /** Names of the months in English, French and Spanish, folded, in their order; three letters tell each, or four. */
    private const MONTHS = [
        'january february march april may june july august september october november december',
        'janvier fevrier mars avril mai juin juillet aout septembre octobre novembre decembre',
        'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre',
    ];

    private const MONTH = '(\p{L}{3,10})\.?';

    private const DAY = '(\d{1,2})(?:st|nd|rd|th|er)?';

    private const YEAR = '(\d{4}|\d{2})';

    /** "Mon, ", "le ": what may stand before a day. */
    private const BEFORE = '(?:\p{L}{2,9},?\s+)?';

    /** @var ?array<string, int> every beginning of a name that tells one month */
    private static ?array $months = null;

    /**
     * @param  array<string, string>  $meanings  value of a DateOrder to the ISO 8601 date that it gives
     * @param  string  $yearFirst  what three times two digits mean if the year stands first, "26/01/05"; '' for others. Nobody means that
     *                             unless all of a column is so
     */
    private function __construct(public readonly array $meanings, public readonly string $yearFirst = '') {}

    /** @param  int  $thisYear a year of two digits is the latest that is not after it */
    public static function parse(string $text, int $thisYear): self
    {
        $text = (string) preg_replace(
            [
                '/(?:T|,?\s+(?:at\s+)?)\d{1,2}:\d{2}(?::\d{2}(?:\.\d+)?)?\s*(?:[ap]\.?m\.?)?\s*(?:Z|\(?(?:UTC|GMT|[ECMPA][SD]?T)\)?|(?:UTC|GMT)?[+-]\d{2}:?\d{2})?$/i',
                // "05-MAR-26 10.30.00.000 AM"
                '/\s+\d{1,2}\.\d{2}\.\d{2}(?:\.\d+)?\s*[ap]m$/i',
                // "Thu Jan 05 10:00:00 EST 2026"
                '/(?<=\d) \d{2}:\d{2}:\d{2}(?: [A-Z]{3,4})?(?= \d{4}$)/D',
                '/(?<=\d{4})\.$/D',
            ],
            '',
            trim($text),
        );
        $text = (string) preg_replace('/(?<=\d) ?([\/.-]) ?(?=\d)/', '$1', $text);
        $meanings = [];
        $add = static function (DateOrder $order, string $year, int $month, int $day) use (&$meanings, $thisYear): void {
            $full = strlen($year) === 2 ? self::century((int) $year, $thisYear) : (int) $year;
            if ($full >= 1000 && checkdate($month, $day, $full)) {
                $meanings[$order->value] = sprintf('%04d-%02d-%02d', $full, $month, $day);
            }
        };
        if (self::areSeconds($text)) {
            return new self([DateOrder::YearMonthDay->value => gmdate('Y-m-d', (int) substr($text, 0, 10))]);
        }
        if (
            preg_match('/^(\d{4})[-\/.](\d{1,2})[-\/.](\d{1,2})$/D', $text, $m) === 1 ||
            preg_match('/^((?:1[5-9]|20)\d{2})(\d{2})(\d{2})$/D', $text, $m) === 1
        ) {
            $add(DateOrder::YearMonthDay, $m[1], (int) $m[2], (int) $m[3]);
        } elseif (preg_match('/^(\d{1,2})[-\/. ](\d{1,2})[-\/. ](\d{4}|\d{2})$/D', $text, $m) === 1) {
            $add(DateOrder::MonthDayYear, $m[3], (int) $m[1], (int) $m[2]);
            $add(DateOrder::DayMonthYear, $m[3], (int) $m[2], (int) $m[1]);
        } elseif (
            preg_match('/^' . self::BEFORE . self::MONTH . '[\s,\/-]*' . self::DAY . '[\s,\/-]+' . self::YEAR . '$/iDu', $text, $m) === 1 &&
            ($month = self::month($m[1])) !== null
        ) {
            $add(DateOrder::MonthDayYear, $m[3], $month, (int) $m[2]);
        } elseif (
            preg_match('/^(\d{4})[\s-]+' . self::MONTH . '[\s-]+' . self::DAY . '$/iDu', $text, $m) === 1 &&
            ($month = self::month($m[2])) !== null
        ) {
            $add(DateOrder::YearMonthDay, $m[1], $month, (int) $m[3]);
        } elseif (
            (preg_match(
                '/^' . self::BEFORE . self::DAY . '(?:[\s-]+| (?:of|de) )' . self::MONTH . ',?(?:[\s-]+| de )' . self::YEAR . '$/iDu',
                $text,
                $m,
            ) === 1 ||
                // "05MAR2026"
                preg_match('/^(\d{1,2})(\p{L}{3})' . self::YEAR . '$/Du', $text, $m) === 1) &&
            ($month = self::month($m[2])) !== null
        ) {
            $add(DateOrder::DayMonthYear, $m[3], $month, (int) $m[1]);
        }
        $isShort = preg_match('/^(\d{2})[-\/.](\d{2})[-\/.](\d{2})$/D', $text, $m) === 1;
        $year = $isShort ? self::century((int) $m[1], $thisYear) : 0;

        return new self(
            $meanings,
            $isShort && checkdate((int) $m[2], (int) $m[3], $year) ? sprintf('%04d-%02d-%02d', $year, $m[2], $m[3]) : '',
        );
    }

    /** Seconds or thousandths of them since 1970, from 2001 on, as programs write a moment. */
    public static function areSeconds(string $text): bool
    {
        return preg_match('/^1\d{9}(?:\d{3})?$/D', $text) === 1;
    }

    /** Whether the numbers alone leave two dates open. */
    public function isAmbiguous(): bool
    {
        return count(array_unique($this->meanings)) > 1;
    }

    private static function month(string $word): ?int
    {
        if (self::$months === null) {
            self::$months = ['sept' => 9];
            $ways = [];
            foreach (self::MONTHS as $language) {
                foreach (explode(' ', $language) as $i => $name) {
                    for ($length = 3; $length <= strlen($name); $length++) {
                        $ways[substr($name, 0, $length)][$i + 1] = true;
                    }
                }
            }
            foreach (array_filter($ways, static fn(array $of): bool => count($of) === 1) as $beginning => $of) {
                self::$months[$beginning] = array_key_first($of);
            }
        }

        return self::$months[Fold::words($word)] ?? null;
    }

    private static function century(int $year, int $thisYear): int
    {
        $full = intdiv($thisYear, 100) * 100 + $year;

        return $full > $thisYear ? $full - 100 : $full;
    }
}
