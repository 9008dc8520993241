<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\Formats\DateOrder;

/**
 * What the values of one column look like.
 *
 * @phpstan-type ProfileData array{
 *     header: string, rows: int, filled: int, distinct: int, exact: bool, values: list<array{string, int}>,
 *     looks: array<string, int>, dates: array<string, int>,
 *     marks?: array<string, array{count: int, examples: list<array{int, string}>}>,
 * }
 */
final readonly class ColumnProfile
{
    /** Different days from which on a column of short dates shows that the year stands first. */
    private const DAYS = 4;

    /** Numbers from which on it shows that they count up. */
    private const MANY = 20;

    /** Distinct values that are kept with the intake, the most frequent first. */
    public const KEPT = 200;

    /**
     * @param  int  $rows  all rows of the source
     * @param  int  $filled  rows whose cell says something
     * @param  int  $distinct  exact if $exact, else at most this many
     * @param  array<array-key, int>  $values  raw values with their counts, the most frequent first
     * @param  array<string, int>  $looks  value of a Look to the number of values that have it
     * @param  array<string, int>  $dates  of the dates in numbers: those that can only be "mdy", only "dmy", or "both"
     * @param  array<string, array{count: int, examples: list<array{int, string}>}>  $marks  value of a Mark to the number of values that have it, and some with their rows
     */
    public function __construct(
        public string $header,
        public int $rows,
        public int $filled,
        public int $distinct,
        public bool $exact,
        public array $values,
        public array $looks,
        public array $dates,
        public array $marks = [],
    ) {}

    /** The part of the filled values that has a look, from 0 to 1. */
    public function share(ValueLook $look): float
    {
        return $this->filled === 0 ? 0.0 : ($this->looks[$look->value] ?? 0) / $this->filled;
    }

    /** What kind of values stand in the column, in a word: "email", "date", "number", "text", "empty". */
    public function type(): string
    {
        if ($this->filled === 0) {
            return 'empty';
        }
        foreach (
            [
                ValueLook::Email,
                ValueLook::Date,
                ValueLook::Phone,
                ValueLook::State,
                ValueLook::YesNo,
                ValueLook::PostalCode,
                ValueLook::Money,
            ]
            as $look
        ) {
            if ($this->share($look) >= 0.9) {
                return match (true) {
                    $look === ValueLook::Money &&
                        $this->count(ValueMark::Currency) + $this->count(ValueMark::Parentheses) === 0 &&
                        !$this->hasDecimals() &&
                        preg_match('/^0\d/', (string) array_key_first($this->values)) !== 1
                        => 'number',
                    // Without leading zeros or letters, five digits may be anything.
                    $look === ValueLook::PostalCode && preg_match('/zip|post/i', $this->header) !== 1 => 'number',
                    $look === ValueLook::Money => preg_match('/^0\d/', (string) array_key_first($this->values)) === 1 ? 'text' : 'amount',
                    default => $look->value,
                };
            }
        }

        return 'text';
    }

    /** How most of its numbers are written: "." or "," before the decimals. */
    public function decimalMark(): string
    {
        $votes = ['.' => 0, ',' => 0];
        foreach ($this->values as $value => $count) {
            if (preg_match('/\d([.,])\d{1,2}\D*$/D', (string) $value, $match) === 1) {
                $votes[$match[1]] += $count;
            }
        }

        return $votes[','] > $votes['.'] ? ',' : '.';
    }

    /** Whether they count up one by one, as the numbers of records do and no amounts. */
    public function areRunningNumbers(): bool
    {
        $numbers = array_map(strval(...), array_keys($this->values));
        if (
            count($numbers) < self::MANY ||
            $this->distinct < 0.98 * $this->filled ||
            preg_grep('/^[1-9]\d{0,8}$/D', $numbers, PREG_GREP_INVERT) !== []
        ) {
            return false;
        }
        $numbers = array_map(intval(...), $numbers);

        return max($numbers) - min($numbers) < 1.5 * count($numbers);
    }

    private function hasDecimals(): bool
    {
        foreach (array_slice($this->values, 0, 50, true) as $value => $count) {
            if (preg_match('/[.,]\d{2}$/D', (string) $value) === 1) {
                return true;
            }
        }

        return false;
    }

    /** How many values have something odd. */
    public function count(ValueMark $mark): int
    {
        return $this->marks[$mark->value]['count'] ?? 0;
    }

    /** "1,190 of 1,204 values are email addresses" */
    public function evidence(ValueLook $look): string
    {
        return sprintf('%s of %s values %s', number_format($this->looks[$look->value] ?? 0), number_format($this->filled), $look->phrase());
    }

    /** The order that the dates themselves prove; null if they prove none, or two. */
    public function dateOrder(): ?DateOrder
    {
        return match (true) {
            $this->beginsWithYears() => DateOrder::YearMonthDay,
            $this->dates['mdy'] > 0 && $this->dates['dmy'] === 0 => DateOrder::MonthDayYear,
            $this->dates['dmy'] > 0 && $this->dates['mdy'] === 0 => DateOrder::DayMonthYear,
            default => null,
        };
    }

    /** "24/11/30", "25/03/07", "26/01/19": all begin with few numbers that are no months, and end in many as only days do. */
    private function beginsWithYears(): bool
    {
        if ($this->dates['dmy'] === 0 || $this->dates['mdy'] + $this->dates['both'] > 0) {
            return false;
        }
        [$first, $last] = [[], []];
        foreach ($this->values as $value => $count) {
            if (preg_match('/^(\d{2})[-\/.]\d{2}[-\/.](\d{2})$/D', trim((string) $value), $parts) === 1) {
                $first[$parts[1]] = true;
                $last[$parts[2]] = true;
            }
        }

        return count($last) >= self::DAYS && count($first) < count($last) && min(array_keys($last)) <= 12 && max(array_keys($last)) <= 31;
    }

    /** Whether a person must say in which order the dates stand. */
    public function needsDateOrder(): bool
    {
        return $this->dates['both'] > 0 && $this->dateOrder() === null;
    }

    /** @return ProfileData */
    public function toArray(): array
    {
        $values = [];
        foreach (array_slice($this->values, 0, self::KEPT, true) as $value => $count) {
            $values[] = [(string) $value, $count];
        }

        return [
            'header' => $this->header,
            'rows' => $this->rows,
            'filled' => $this->filled,
            'distinct' => $this->distinct,
            'exact' => $this->exact,
            'values' => $values,
            'looks' => $this->looks,
            'dates' => $this->dates,
            'marks' => $this->marks,
        ];
    }

    /** @param  ProfileData  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            $data['header'],
            $data['rows'],
            $data['filled'],
            $data['distinct'],
            $data['exact'],
            array_column($data['values'], 1, 0),
            $data['looks'],
            $data['dates'],
            $data['marks'] ?? [],
        );
    }
}
