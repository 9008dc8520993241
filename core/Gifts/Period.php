<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use DateTimeImmutable;

/** Days from one until another, either of which may be open, as whole months and the days of months that are cut. */
final readonly class Period
{
    /**
     * @param  ?string  $from  the first day, ISO 8601; null if it is open
     * @param  ?string  $until  the last day
     */
    public function __construct(public ?string $from = null, public ?string $until = null) {}

    /** @param  string  $month  "2026-02" */
    public function within(string $month): self
    {
        [$first, $last] = ["{$month}-01", self::last($month)];

        return new self(max($this->from ?? $first, $first), min($this->until ?? $last, $last));
    }

    /** @return array{?string, ?string} the first and the last whole month, such as "2026-02"; null if it is open. The first is the later one if there is none */
    public function months(): array
    {
        return [
            $this->from === null
                ? null
                : ($this->cutsFirst()
                    ? (new DateTimeImmutable($this->from))->modify('first day of next month')->format('Y-m')
                    : substr($this->from, 0, 7)),
            $this->until === null
                ? null
                : ($this->cutsLast()
                    ? (new DateTimeImmutable($this->until))->modify('last day of previous month')->format('Y-m')
                    : substr($this->until, 0, 7)),
        ];
    }

    /** @return list<array{string, string}> days of months that are not whole: the first and the last of each run */
    public function rest(): array
    {
        [$from, $until] = [$this->from, $this->until];
        if (($from !== null && $until !== null && $from > $until) || ($from === null && $until === null)) {
            return [];
        }
        $rest = [];
        if ($from !== null && $this->cutsFirst()) {
            $last = self::last(substr($from, 0, 7));
            $rest[] = [$from, $until === null ? $last : min($last, $until)];
        }
        if ($until !== null && $this->cutsLast() && ($rest === [] || substr((string) $from, 0, 7) !== substr($until, 0, 7))) {
            $first = substr($until, 0, 7) . '-01';
            $rest[] = [$from === null ? $first : max($first, $from), $until];
        }

        return $rest;
    }

    private function cutsFirst(): bool
    {
        return $this->from !== null && !str_ends_with($this->from, '-01');
    }

    private function cutsLast(): bool
    {
        return $this->until !== null && $this->until !== self::last(substr($this->until, 0, 7));
    }

    /** @return string the last day of a month */
    private static function last(string $month): string
    {
        return (new DateTimeImmutable("{$month}-01"))->format('Y-m-t');
    }
}
