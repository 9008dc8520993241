<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Matching\Rules\Comparison;

/** Compares dates (ISO 8601): the same day, one within some days of the other, or one with day and month swapped. */
final readonly class DateComparer implements FieldComparer
{
    public function __construct(private Comparison $comparison, private string $label) {}

    public function preparation(): string
    {
        return "date {$this->comparison->field}";
    }

    public function values(Traits $traits): array
    {
        return array_values(
            array_filter(
                array_map(static fn(string $date): array => [$date], $traits->of($this->comparison->field)),
                static fn(array $value): bool => self::day($value[0]) !== null,
            ),
        );
    }

    public function compare(array $one, array $other): ?Agreement
    {
        if ($one[0] === $other[0]) {
            return new Agreement(1.0, "Same {$this->label}: {$other[0]}");
        }
        if ($this->comparison->options->dayMonthSwapped && self::swapped($one[0]) === $other[0]) {
            return new Agreement(0.9, ucfirst($this->label) . " with day and month swapped: {$one[0]}, {$other[0]}");
        }
        $apart = abs((int) self::day($one[0]) - (int) self::day($other[0]));

        return $apart <= $this->comparison->options->days
            ? new Agreement(
                1 - $apart / ($this->comparison->options->days + 1),
                ucfirst($this->label) . "s are {$apart} " . ($apart === 1 ? 'day' : 'days') . " apart: {$one[0]}, {$other[0]}",
            )
            : null;
    }

    public function traces(array $value): array
    {
        $days = $this->comparison->options->days;
        if ($days > 0) {
            // Two dates that are no further apart lie in one span or in neighbouring ones.
            $span = intdiv((int) self::day($value[0]), $days);
            $traces = ["{$span}", (string) ($span + 1)];
        } else {
            $traces = [$value[0]];
        }

        return $this->comparison->options->dayMonthSwapped && substr($value[0], 5, 2) !== substr($value[0], 8, 2)
            ? [
                ...$traces,
                substr($value[0], 0, 4) .
                '/' .
                min(substr($value[0], 5, 2), substr($value[0], 8, 2)) .
                '/' .
                max(substr($value[0], 5, 2), substr($value[0], 8, 2)),
            ]
            : $traces;
    }

    public function selectivity(): int
    {
        return $this->comparison->field === 'birth_date' && $this->comparison->options->days === 0 ? 65 : 40;
    }

    public static function swapped(string $date): string
    {
        return substr($date, 0, 5) . substr($date, 8, 2) . '-' . substr($date, 5, 2);
    }

    /** @return int how many of year, month and day two dates (ISO 8601) have in common */
    public static function partsInCommon(string $one, string $other): int
    {
        return count(array_intersect_assoc(explode('-', $one), explode('-', $other)));
    }

    /** Days since 1970-01-01; null if it is no date. */
    private static function day(string $date): ?int
    {
        $at = preg_match('/^\d{4}-\d{2}-\d{2}$/D', $date) === 1 ? strtotime("{$date} UTC") : false;

        return $at === false ? null : intdiv($at - ($at % 86400), 86400);
    }
}
