<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

use DateTimeImmutable;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Gift;

/**
 * How far a promise is kept: what came in of it, what is to come, and when. Installments of a pledge are paid in their order, whatever comes in
 * at once; of a recurring gift each payment stands for the day that it is nearest to.
 */
final readonly class Standing
{
    /** Days before an installment of a pledge in which it is called due. */
    public const DUE_WITHIN = 30;

    /** Days after which an installment of a recurring gift is said not to have come: banks need some. */
    public const GRACE = 10;

    /**
     * @param  string  $paid  what came in, without what went back; as Amount writes it, here and below
     * @param  int  $payments  how many gifts that was
     * @param  string  $balance  what is left of a pledge; of a recurring gift ''
     * @param  ?Installment  $next  the first that did not come in, or what is left of it; null if nothing is to come, or nobody knows when
     * @param  PromiseStatus  $state  how it stands whatever day it is: open, paused, fulfilled, written off or ended
     * @param  list<Installment>  $missed  of a recurring gift, those that did not come though later ones did
     */
    private function __construct(
        private Promise $promise,
        public string $paid,
        public int $payments,
        public string $balance,
        public ?Installment $next,
        public PromiseStatus $state,
        public array $missed,
    ) {}

    /** @param  array<Gift>  $payments  gifts that pay it, and what takes those back */
    public static function of(Promise $promise, array $payments): self
    {
        $paid = Amount::sum(array_column($payments, 'amount'));
        $count = count(array_filter($payments, static fn(Gift $gift): bool => $gift->corrects === null));

        return $promise->isPledge() ? self::ofPledge($promise, $paid, $count) : self::ofRecurring($promise, $paid, $count, $payments);
    }

    /**
     * How it stood when that was kept: enough to say how it stands on a day.
     *
     * @param  ?string  $next  ISO 8601
     */
    public static function kept(Promise $promise, PromiseStatus $state, ?string $next): self
    {
        return new self($promise, '0.00', 0, '', $next === null ? null : new Installment($next, '0.00'), $state, []);
    }

    /**
     * Why a gift can't pay a promise, without a full stop; '' if it can.
     *
     * @param  array<Gift>  $others  what else pays it
     */
    public static function fault(Gift $payment, Promise $promise, array $others): string
    {
        $left = self::of($promise, $others)->balance;

        return match (true) {
            $payment->corrects !== null => '',
            $payment->currency !== $promise->currency => "The promise is in {$promise->currency}, and the gift in {$payment->currency}",
            $promise->writtenOff !== '' => "The rest of the promise was written off on {$promise->writtenOff}",
            $promise->isPledge() && $payment->amount !== '' && Amount::isBelow($left, $payment->amount)
                => "{$promise->currency} {$left} is left to be paid of the pledge, and the gift is {$payment->amount}",
            default => '',
        };
    }

    /** @param  string  $today  ISO 8601 */
    public function status(string $today): PromiseStatus
    {
        $isOver = !$this->promise->isPledge() && $this->promise->end !== '' && $this->promise->end < $today;

        return match (true) {
            $isOver => PromiseStatus::Ended,
            $this->state !== PromiseStatus::Open || $this->next === null => $this->state,
            $this->promise->isPledge() && $this->next->date < $today => PromiseStatus::Overdue,
            !$this->promise->isPledge() && $this->next->date < self::daysFrom($today, -self::GRACE) => PromiseStatus::Failed,
            $this->next->date <= ($this->promise->isPledge() ? self::daysFrom($today, self::DUE_WITHIN) : $today) => PromiseStatus::Due,
            default => PromiseStatus::Open,
        };
    }

    /**
     * What should have come in of a pledge by now and did not.
     *
     * @param  string  $today  ISO 8601
     */
    public function overdue(string $today): string
    {
        if (!$this->promise->isPledge() || $this->state !== PromiseStatus::Open) {
            return '0.00';
        }
        $due = Schedule::of($this->promise)->installments(self::daysFrom($today, -1));
        $missing = Amount::difference(Amount::sum(array_column($due, 'amount')), $this->paid);

        return Amount::isBelow($missing, '0.00') ? '0.00' : $missing;
    }

    /**
     * What is still to come in until a day: of a pledge what its payments left open, of a recurring gift what comes after the last that came.
     *
     * @param  string  $until  ISO 8601
     * @return list<Installment> in the order of their days
     */
    public function due(string $until): array
    {
        if ($this->state !== PromiseStatus::Open || $this->next === null) {
            return [];
        }
        $from = $this->next;
        $all = Schedule::of($this->promise)->installments($until);
        if (!$this->promise->isPledge()) {
            return array_values(array_filter($all, static fn(Installment $one): bool => $one->date >= $from->date));
        }
        [$due, $left] = [[], $this->paid];
        foreach ($all as $one) {
            if (Amount::isBelow($left, $one->amount)) {
                $due[] = new Installment($one->date, Amount::difference($one->amount, $left));
                $left = '0.00';
            } else {
                $left = Amount::difference($left, $one->amount);
            }
        }

        return $due;
    }

    /** @return string ISO 8601 */
    public static function daysFrom(string $day, int $days): string
    {
        return (new DateTimeImmutable($day))->modify(sprintf('%+d days', $days))->format('Y-m-d');
    }

    private static function ofPledge(Promise $promise, string $paid, int $count): self
    {
        $balance = Amount::difference($promise->amount === '' ? '0.00' : $promise->amount, $paid);
        $state = match (true) {
            $promise->writtenOff !== '' => PromiseStatus::WrittenOff,
            !Amount::isBelow('0.00', $balance) => PromiseStatus::Fulfilled,
            default => PromiseStatus::Open,
        };
        $next = null;
        $due = '0.00';
        foreach ($state === PromiseStatus::Open ? Schedule::of($promise)->installments() : [] as $one) {
            $due = Amount::sum([$due, $one->amount]);
            if (Amount::isBelow($paid, $due)) {
                $left = Amount::difference($due, $paid);
                $next = new Installment($one->date, Amount::isBelow($left, $one->amount) ? $left : $one->amount);
                break;
            }
        }

        return new self($promise, $paid, $count, $balance, $next, $state, []);
    }

    /** @param  array<Gift>  $payments */
    private static function ofRecurring(Promise $promise, string $paid, int $count, array $payments): self
    {
        $schedule = Schedule::of($promise);
        $days = self::days($payments);
        $near = intdiv($schedule->frequency()->days() + 1, 2);
        $expected = $days === [] ? [] : $schedule->installments(self::daysFrom(max($days), $near));
        $covered = [];
        foreach ($days as $day) {
            $nearest = self::nearest($day, $expected, $covered, $near);
            if ($nearest !== null) {
                $covered[$nearest] = true;
            }
        }
        $last = $covered === [] ? '' : $expected[max(array_keys($covered))]->date;
        $next = $schedule->next($last);
        $missed = array_filter(
            $expected,
            static fn(Installment $one, int $place): bool => $one->date < $last && !isset($covered[$place]),
            ARRAY_FILTER_USE_BOTH,
        );
        $state = match (true) {
            $next !== null => PromiseStatus::Open,
            Course::stored($promise->course)->endsPaused() => PromiseStatus::Paused,
            default => PromiseStatus::Ended,
        };

        return new self($promise, $paid, $count, '', $next, $state, array_values($missed));
    }

    /**
     * @param  array<Gift>  $payments
     * @return list<string> days on which something came that did not go back as a whole
     */
    private static function days(array $payments): array
    {
        $days = [];
        foreach ($payments as $number => $gift) {
            $back = array_filter($payments, static fn(Gift $one): bool => $one->corrects === (string) $number);
            if (
                $gift->corrects === null &&
                ($back === [] || Amount::isBelow('0.00', Amount::sum([$gift->amount, ...array_column($back, 'amount')])))
            ) {
                $days[] = $gift->date;
            }
        }
        sort($days);

        return $days;
    }

    /**
     * @param  list<Installment>  $expected
     * @param  array<int, true>  $covered
     */
    private static function nearest(string $day, array $expected, array $covered, int $near): ?int
    {
        [$nearest, $least] = [null, $near + 1];
        $of = new DateTimeImmutable($day);
        foreach ($expected as $place => $one) {
            $apart = (int) $of->diff(new DateTimeImmutable($one->date))->format('%a');
            if (!isset($covered[$place]) && $apart < $least) {
                [$nearest, $least] = [$place, $apart];
            }
        }

        return $nearest;
    }
}
