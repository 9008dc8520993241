<?php

declare(strict_types=1);

namespace Tests\Core\Promises;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Promises\Course;
use PineSieve\Core\Promises\Installment;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\Schedule;
use PineSieve\Core\Promises\UnusablePromise;

/** When what was promised is to come in. */
final class ScheduleTest extends TestCase
{
    private const RECURRING = 'recurring gift';

    /** @return iterable<string, array{Promise, ?string, list<string>}> until when, and "day amount" */
    public static function schedules(): iterable
    {
        $pledge = static fn(string ...$with): Promise => new Promise(
            ...['kind' => 'pledge', 'date' => '2026-01-10', 'amount' => '100.00', 'currency' => 'USD', ...$with],
        );
        $recurring = static fn(string ...$with): Promise => new Promise(
            ...['kind' => self::RECURRING, 'date' => '2026-01-31', 'amount' => '25.00', 'currency' => 'USD', ...$with],
        );
        yield 'of nobody knows when' => [$pledge(), null, []];
        yield 'at once, on the day of the promise' => [$pledge(frequency: 'once'), null, ['2026-01-10 100.00']];
        yield 'at once, on a day' => [$pledge(start: '2026-06-01'), null, ['2026-06-01 100.00']];
        yield 'until a day' => [$pledge(end: '2026-12-31'), null, ['2026-12-31 100.00']];
        yield 'in three parts, to the cent' => [
            $pledge(frequency: 'monthly', installments: '3'),
            null,
            ['2026-01-10 33.34', '2026-02-10 33.33', '2026-03-10 33.33'],
        ];
        yield 'quarterly until a day' => [
            $pledge(frequency: 'quarterly', end: '2026-10-10'),
            null,
            ['2026-01-10 25.00', '2026-04-10 25.00', '2026-07-10 25.00', '2026-10-10 25.00'],
        ];
        yield 'those of a part of it' => [
            $pledge(frequency: 'quarterly', installments: '4'),
            '2026-06-30',
            ['2026-01-10 25.00', '2026-04-10 25.00'],
        ];
        yield 'monthly, and nobody knows how often' => [$pledge(frequency: 'monthly'), '2030-01-01', []];
        yield 'a cent in three parts' => [
            $pledge(amount: '0.01', frequency: 'weekly', installments: '3'),
            null,
            ['2026-01-10 0.01', '2026-01-17 0.00', '2026-01-24 0.00'],
        ];
        yield 'each month' => [
            $recurring(),
            '2026-04-30',
            ['2026-01-31 25.00', '2026-02-28 25.00', '2026-03-31 25.00', '2026-04-30 25.00'],
        ];
        yield 'of a recurring gift without an end not all' => [$recurring(), null, []];
        yield 'with an end' => [$recurring(end: '2026-03-01'), null, ['2026-01-31 25.00', '2026-02-28 25.00']];
        yield 'with a number' => [$recurring(installments: '2'), null, ['2026-01-31 25.00', '2026-02-28 25.00']];
        yield 'with another amount from a day' => [
            $recurring(course: '2026-03-15 | 40.00'),
            '2026-04-30',
            ['2026-01-31 25.00', '2026-02-28 25.00', '2026-03-31 40.00', '2026-04-30 40.00'],
        ];
        yield 'that rests, and goes on' => [
            $recurring(course: "2026-02-01 | 30.00\n2026-03-01 | paused\n2026-05-01 | goes on"),
            '2026-06-30',
            ['2026-01-31 25.00', '2026-02-28 30.00', '2026-05-31 30.00', '2026-06-30 30.00'],
        ];
        yield 'that goes on with another amount' => [
            $recurring(course: "2026-02-01 | paused\n2026-04-01 | 10.00"),
            '2026-04-30',
            ['2026-01-31 25.00', '2026-04-30 10.00'],
        ];
        yield 'from a day of its own' => [$recurring(start: '2026-03-01'), '2026-04-30', ['2026-03-01 25.00', '2026-04-01 25.00']];
    }

    /** @param  list<string>  $due */
    #[DataProvider('schedules')]
    public function test_installments(Promise $promise, ?string $until, array $due): void
    {
        $installments = Schedule::of($promise)->installments($until);
        self::assertSame($due, array_map(static fn(Installment $one): string => "{$one->date} {$one->amount}", $installments));
        if ($promise->isPledge() && $until === null && $due !== []) {
            self::assertSame($promise->amount, Amount::sum(array_column($installments, 'amount')));
        }
    }

    public function test_what_rests_for_good_has_no_next(): void
    {
        $rests = new Promise(kind: self::RECURRING, date: '2026-01-31', amount: '25.00', course: '2026-03-01 | paused');
        self::assertSame('2026-02-28', Schedule::of($rests)->next('2026-01-31')?->date);
        self::assertNull(Schedule::of($rests)->next('2026-02-28'));
        self::assertSame(
            '2026-04-30',
            Schedule::of($rests->with(['course' => "2026-03-01 | paused\n2026-04-15 | goes on"]))->next('2026-02-28')?->date,
        );
    }

    public function test_changes_are_kept_in_the_order_of_their_days(): void
    {
        $course = Course::of([['2026-05-01', Course::PAUSED], ['2026-02-01', '30.00']]);
        self::assertSame("2026-02-01 | 30.00\n2026-05-01 | paused", $course->written());
        self::assertSame($course->written(), Course::stored($course->written())->written());
    }

    /** @return iterable<string, array{list<array{string, string}>}> */
    public static function unusable(): iterable
    {
        yield 'two on a day' => [[['2026-05-01', '5.00'], ['2026-05-01', Course::PAUSED]]];
        yield 'nothing' => [[['2026-05-01', '0.00']]];
        yield 'less than nothing' => [[['2026-05-01', '-5.00']]];
        yield 'more than can be kept' => [array_fill(0, Course::MOST + 1, ['2026-05-01', '5.00'])];
    }

    /** @param  list<array{string, string}>  $changes */
    #[DataProvider('unusable')]
    public function test_what_can_not_change_so(array $changes): void
    {
        $this->expectException(UnusablePromise::class);
        Course::of($changes);
    }
}
