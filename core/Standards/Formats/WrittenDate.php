<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** A date as someone wrote it, with every date that it can mean. */
final readonly class WrittenDate
{
    private const MONTHS = [
        'jan' => 1,
        'feb' => 2,
        'mar' => 3,
        'apr' => 4,
        'may' => 5,
        'jun' => 6,
        'jul' => 7,
        'aug' => 8,
        'sep' => 9,
        'oct' => 10,
        'nov' => 11,
        'dec' => 12,
    ];

    /** @param  array<string, string>  $meanings value of a DateOrder to the ISO 8601 date that it gives */
    private function __construct(public array $meanings) {}

    /** @param  int  $thisYear a year of two digits is the latest that is not after it */
    public static function parse(string $text, int $thisYear): self
    {
        $text =
            preg_replace('/[T\s]+\d{1,2}:\d{2}(?::\d{2}(?:\.\d+)?)?\s*(?:[ap]\.?m\.?)?(?:Z|[+-]\d{2}:?\d{2})?$/i', '', trim($text)) ??
            $text;
        $meanings = [];
        $add = static function (DateOrder $order, string $year, int $month, int $day) use (&$meanings, $thisYear): void {
            $full = strlen($year) === 2 ? self::century((int) $year, $thisYear) : (int) $year;
            if ($full >= 1000 && checkdate($month, $day, $full)) {
                $meanings[$order->value] = sprintf('%04d-%02d-%02d', $full, $month, $day);
            }
        };
        if (
            preg_match('/^(\d{4})[-\/.](\d{1,2})[-\/.](\d{1,2})$/D', $text, $m) === 1 ||
            preg_match('/^((?:1[5-9]|20)\d{2})(\d{2})(\d{2})$/D', $text, $m) === 1
        ) {
            $add(DateOrder::YearMonthDay, $m[1], (int) $m[2], (int) $m[3]);
        } elseif (preg_match('/^(\d{1,2})[-\/. ](\d{1,2})[-\/. ](\d{4}|\d{2})$/D', $text, $m) === 1) {
            $add(DateOrder::MonthDayYear, $m[3], (int) $m[1], (int) $m[2]);
            $add(DateOrder::DayMonthYear, $m[3], (int) $m[2], (int) $m[1]);
        } elseif (
            preg_match('/^(?:[a-z]{3,9},?\s+)?([a-z]{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4}|\d{2})$/iD', $text, $m) === 1 &&
            ($month = self::month($m[1])) !== null
        ) {
            $add(DateOrder::MonthDayYear, $m[3], $month, (int) $m[2]);
        } elseif (
            preg_match('/^(?:[a-z]{3,9},?\s+)?(\d{1,2})(?:st|nd|rd|th)?[\s-]+([a-z]{3,9})\.?,?[\s-]+(\d{4}|\d{2})$/iD', $text, $m) === 1 &&
            ($month = self::month($m[2])) !== null
        ) {
            $add(DateOrder::DayMonthYear, $m[3], $month, (int) $m[1]);
        }

        return new self($meanings);
    }

    /** Whether the numbers alone leave two dates open. */
    public function isAmbiguous(): bool
    {
        return count(array_unique($this->meanings)) > 1;
    }

    private static function month(string $word): ?int
    {
        $month = self::MONTHS[strtolower(substr($word, 0, 3))] ?? null;
        $full = $month === null ? '' : strtolower(date('F', (int) mktime(0, 0, 0, $month, 1, 2000)));

        return $month !== null && (str_starts_with($full, strtolower($word)) || strtolower($word) === 'sept') ? $month : null;
    }

    private static function century(int $year, int $thisYear): int
    {
        $full = intdiv($thisYear, 100) * 100 + $year;

        return $full > $thisYear ? $full - 100 : $full;
    }
}
