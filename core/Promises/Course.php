<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Split;

/** How a recurring gift went on: from which day another amount comes, from when it rests, and when it goes on. */
final readonly class Course
{
    public const PAUSED = 'paused';

    public const RESUMED = 'goes on';

    public const MOST = 60;

    /** @param  array<string, string>  $from  day (ISO 8601) to an amount, PAUSED or RESUMED, in the order of the days */
    private function __construct(private array $from) {}

    /** @param  string  $written  as written() writes it */
    public static function stored(string $written): self
    {
        $from = [];
        foreach ($written === '' ? [] : explode("\n", $written) as $line) {
            [$day, $what] = [...array_map(trim(...), explode(Split::MARK, $line, 2)), ''];
            $from[$day] = $what;
        }
        ksort($from);

        return new self($from);
    }

    /**
     * @param  list<array{string, string}>  $changes  day (ISO 8601), and an amount as Amount writes it, PAUSED or RESUMED
     *
     * @throws UnusablePromise
     */
    public static function of(array $changes): self
    {
        if (count($changes) > self::MOST) {
            throw new UnusablePromise('A recurring gift can change ' . self::MOST . ' times, not ' . count($changes));
        }
        $from = [];
        foreach ($changes as [$day, $what]) {
            if (isset($from[$day])) {
                throw new UnusablePromise("Two things change on {$day}");
            }
            if (!in_array($what, [self::PAUSED, self::RESUMED], true) && !Amount::isBelow('0.00', $what)) {
                throw new UnusablePromise("{$what} is no amount that could come in from {$day}");
            }
            $from[$day] = $what;
        }
        ksort($from);

        return new self($from);
    }

    /** @return string "2026-05-01 | 30.00", a line for each change */
    public function written(): string
    {
        return implode(
            "\n",
            array_map(
                static fn(string $day, string $what): string => "{$day} " . Split::MARK . " {$what}",
                array_keys($this->from),
                $this->from,
            ),
        );
    }

    /**
     * What comes in on a day.
     *
     * @param  string  $amount  what comes in unless something changed
     * @return ?string null while it rests
     */
    public function amount(string $day, string $amount): ?string
    {
        $rests = false;
        foreach ($this->from as $from => $what) {
            if ($from > $day) {
                break;
            }
            $rests = $what === self::PAUSED;
            $amount = in_array($what, [self::PAUSED, self::RESUMED], true) ? $amount : $what;
        }

        return $rests ? null : $amount;
    }

    /** Whether it rests, and nobody has said that it goes on. */
    public function endsPaused(): bool
    {
        return $this->from !== [] && array_values($this->from)[count($this->from) - 1] === self::PAUSED;
    }

    /** @return array<string, string> day to an amount, PAUSED or RESUMED */
    public function toArray(): array
    {
        return $this->from;
    }
}
