<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

use PineSieve\Core\Gifts\Amount;

/**
 * When what was promised is to come in. The installments of a pledge come to the whole, to the cent; those of a recurring gift follow its course.
 */
final readonly class Schedule
{
    /** Installments, at most: weekly ones of half a lifetime. */
    public const MOST = 2_000;

    private Frequency $frequency;

    private string $start;

    private Course $course;

    private function __construct(private Promise $promise)
    {
        $this->frequency = Frequency::tryFrom($promise->frequency) ?? ($promise->isPledge() ? Frequency::Once : Frequency::Monthly);
        $this->start = match (true) {
            $promise->start !== '' => $promise->start,
            // What comes at once comes at the end; of a pledge nobody may have said when.
            $this->frequency === Frequency::Once && ($promise->end !== '' || $promise->frequency === '') => $promise->end,
            default => $promise->date,
        };
        $this->course = Course::stored($promise->course);
    }

    public static function of(Promise $promise): self
    {
        return new self($promise);
    }

    /** Whether nobody says when it ends: a pledge of this kind is due on no day. */
    public function isOpen(): bool
    {
        return $this->frequency !== Frequency::Once && $this->promise->installments === '' && $this->promise->end === '';
    }

    /**
     * What is to come in until a day.
     *
     * @param  ?string  $until  ISO 8601; null for all, of what has an end
     * @return list<Installment> in the order of their days
     */
    public function installments(?string $until = null): array
    {
        if ($this->start === '' || $this->promise->amount === '' || ($this->isOpen() && ($this->promise->isPledge() || $until === null))) {
            return [];
        }
        $days = $this->days($this->promise->isPledge() ? null : $until);
        if (!$this->promise->isPledge()) {
            $due = array_map(fn(string $day): ?Installment => $this->recurring($day), $days);

            return array_values(array_filter($due));
        }
        $shares = $days === [] ? [] : Amount::divided($this->promise->amount, array_fill(0, count($days), '1'));
        $due = array_map(static fn(string $day, string $amount): Installment => new Installment($day, $amount), $days, $shares);

        return $until === null ? $due : array_values(array_filter($due, static fn(Installment $one): bool => $one->date <= $until));
    }

    /**
     * The first installment of a recurring gift after a day.
     *
     * @param  string  $after  ISO 8601; '' for the very first
     * @return ?Installment null if none comes any more, as it ends or rests
     */
    public function next(string $after): ?Installment
    {
        for ($place = 0; $place < self::MOST; $place++) {
            $day = $this->day($place);
            if ($day === null) {
                return null;
            }
            $due = $day > $after ? $this->recurring($day) : null;
            if ($due !== null) {
                return $due;
            }
            if ($day > $after && $this->course->endsPaused() && $day > array_key_last($this->course->toArray())) {
                return null;
            }
        }

        return null;
    }

    public function frequency(): Frequency
    {
        return $this->frequency;
    }

    private function recurring(string $day): ?Installment
    {
        $amount = $this->course->amount($day, $this->promise->amount);

        return $amount === null ? null : new Installment($day, $amount);
    }

    /** @return list<string> */
    private function days(?string $until): array
    {
        $days = [];
        for ($place = 0; $place < self::MOST; $place++) {
            $day = $this->day($place);
            if ($day === null || ($until !== null && $day > $until)) {
                break;
            }
            $days[] = $day;
        }

        return $days;
    }

    /**
     * @param  int<0, max>  $place
     * @return ?string the day of an installment; null if there are fewer
     */
    private function day(int $place): ?string
    {
        $count =
            $this->frequency === Frequency::Once ? 1 : ($this->promise->installments === '' ? null : (int) $this->promise->installments);
        if ($this->start === '' || ($count !== null && $place >= $count)) {
            return null;
        }
        $day = $this->frequency->day($this->start, $place);

        return $this->frequency !== Frequency::Once && $this->promise->end !== '' && $day > $this->promise->end ? null : $day;
    }
}
