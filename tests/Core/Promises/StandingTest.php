<?php

declare(strict_types=1);

namespace Tests\Core\Promises;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Installment;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\Standing;

/** How far promises are kept. */
final class StandingTest extends TestCase
{
    private const TODAY = '2026-06-15';

    private static function pledge(string ...$with): Promise
    {
        return new Promise(
            ...[
                'kind' => 'pledge',
                'date' => '2026-03-01',
                'amount' => '400.00',
                'currency' => 'USD',
                'frequency' => 'monthly',
                'installments' => '4',
                ...$with,
            ],
        );
    }

    private static function recurring(string ...$with): Promise
    {
        return new Promise(...['kind' => 'recurring gift', 'date' => '2026-01-05', 'amount' => '20.00', 'currency' => 'USD', ...$with]);
    }

    /** @return array<int, Gift> */
    private static function came(string ...$payments): array
    {
        $gifts = [];
        foreach (array_values($payments) as $i => $payment) {
            [$date, $amount, $corrects] = [...explode(' ', $payment), null];
            $gifts[$i + 1] = new Gift(date: (string) $date, amount: (string) $amount, currency: 'USD', corrects: $corrects);
        }

        return $gifts;
    }

    /** @return iterable<string, array{Promise, array<int, Gift>, string, string, string, string}> status, balance, next and overdue */
    public static function pledges(): iterable
    {
        yield 'nothing came' => [self::pledge(), [], 'overdue', '400.00', '2026-03-01 100.00', '400.00'];
        yield 'nothing is due yet' => [self::pledge(start: '2026-09-01'), [], 'open', '400.00', '2026-09-01 100.00', '0.00'];
        yield 'due within a month' => [self::pledge(start: '2026-07-15'), [], 'due', '400.00', '2026-07-15 100.00', '0.00'];
        yield 'due today is not overdue' => [self::pledge(start: self::TODAY), [], 'due', '400.00', '2026-06-15 100.00', '0.00'];
        yield 'three of four' => [
            self::pledge(),
            self::came('2026-03-02 100.00', '2026-04-02 100.00', '2026-05-02 100.00'),
            'overdue',
            '100.00',
            '2026-06-01 100.00',
            '100.00',
        ];
        yield 'in part' => [
            self::pledge(start: '2026-06-01'),
            self::came('2026-06-02 30.00'),
            'overdue',
            '370.00',
            '2026-06-01 70.00',
            '70.00',
        ];
        yield 'paid ahead' => [
            self::pledge(start: '2026-05-01'),
            self::came('2026-05-02 250.00'),
            'due',
            '150.00',
            '2026-07-01 50.00',
            '0.00',
        ];
        yield 'all of it' => [self::pledge(), self::came('2026-03-02 400.00'), 'fulfilled', '0.00', '', '0.00'];
        yield 'a payment that went back is owed again' => [
            self::pledge(),
            self::came('2026-03-02 400.00', '2026-03-09 -400.00 1'),
            'overdue',
            '400.00',
            '2026-03-01 100.00',
            '400.00',
        ];
        yield 'written off' => [
            self::pledge(writtenOff: '2026-06-01', reason: 'moved away'),
            self::came('2026-03-02 100.00'),
            'written off',
            '300.00',
            '',
            '0.00',
        ];
        yield 'of nobody knows when' => [self::pledge(frequency: '', installments: ''), [], 'open', '400.00', '', '0.00'];
        yield 'more than was promised' => [self::pledge(), self::came('2026-03-02 450.00'), 'fulfilled', '-50.00', '', '0.00'];
    }

    /** @param  array<int, Gift>  $payments */
    #[DataProvider('pledges')]
    public function test_a_pledge(Promise $promise, array $payments, string $status, string $balance, string $next, string $overdue): void
    {
        $standing = Standing::of($promise, $payments);
        self::assertSame(
            [$status, $balance, $next, $overdue],
            [
                $standing->status(self::TODAY)->value,
                $standing->balance,
                $standing->next === null ? '' : "{$standing->next->date} {$standing->next->amount}",
                $standing->overdue(self::TODAY),
            ],
        );
    }

    /** @return iterable<string, array{Promise, array<int, Gift>, string, string, list<string>}> status, next, and what is missing */
    public static function recurringGifts(): iterable
    {
        $five = ['2026-01-05 20.00', '2026-02-05 20.00', '2026-03-05 20.00', '2026-04-05 20.00', '2026-05-05 20.00'];
        yield 'all came, and the bank has some days' => [
            self::recurring(),
            self::came(...$five, ...['2026-06-06 20.00']),
            'open',
            '2026-07-05',
            [],
        ];
        yield 'the last may still come' => [self::recurring(date: '2026-01-06'), self::came(...$five), 'due', '2026-06-06', []];
        yield 'the last did not come' => [self::recurring(date: '2026-01-04'), self::came(...$five), 'failed', '2026-06-04', []];
        yield 'one in the middle did not come' => [
            self::recurring(),
            self::came('2026-01-05 20.00', '2026-02-05 20.00', '2026-04-05 20.00', '2026-05-05 20.00', '2026-06-05 20.00'),
            'open',
            '2026-07-05',
            ['2026-03-05'],
        ];
        yield 'late ones are those of their month' => [
            self::recurring(),
            self::came(
                '2026-01-09 20.00',
                '2026-02-11 20.00',
                '2026-03-02 20.00',
                '2026-04-08 20.00',
                '2026-05-07 20.00',
                '2026-06-10 20.00',
            ),
            'open',
            '2026-07-05',
            [],
        ];
        yield 'one that went back did not come' => [
            self::recurring(),
            self::came(...$five, ...['2026-06-05 20.00', '2026-06-09 -20.00 6']),
            'due',
            '2026-06-05',
            [],
        ];
        yield 'none ever came' => [self::recurring(), [], 'failed', '2026-01-05', []];
        yield 'rests' => [self::recurring(course: '2026-06-01 | paused'), self::came(...$five), 'paused', '', []];
        yield 'rested, and goes on' => [
            self::recurring(course: "2026-03-01 | paused\n2026-06-01 | goes on"),
            self::came('2026-01-05 20.00', '2026-02-05 20.00'),
            'due',
            '2026-06-05',
            [],
        ];
        yield 'ended' => [self::recurring(end: '2026-05-31'), self::came(...$five), 'ended', '', []];
        yield 'ended before all of it came' => [
            self::recurring(end: '2026-05-31'),
            self::came('2026-01-05 20.00'),
            'ended',
            '2026-02-05',
            [],
        ];
        yield 'ends in a while' => [
            self::recurring(end: '2026-12-31'),
            self::came(...$five, ...['2026-06-05 20.00']),
            'open',
            '2026-07-05',
            [],
        ];
        yield 'as many as there were to be' => [
            self::recurring(installments: '2'),
            self::came('2026-01-05 20.00', '2026-02-05 20.00'),
            'ended',
            '',
            [],
        ];
    }

    /**
     * @param  array<int, Gift>  $payments
     * @param  list<string>  $missed
     */
    #[DataProvider('recurringGifts')]
    public function test_a_recurring_gift(Promise $promise, array $payments, string $status, string $next, array $missed): void
    {
        $standing = Standing::of($promise, $payments);
        self::assertSame(
            [$status, $next, $missed, '', '0.00'],
            [
                $standing->status(self::TODAY)->value,
                $standing->next->date ?? '',
                array_map(static fn(Installment $one): string => $one->date, $standing->missed),
                $standing->balance,
                $standing->overdue(self::TODAY),
            ],
        );
    }

    /** @return iterable<string, array{Gift, Promise, array<int, Gift>, string}> */
    public static function payments(): iterable
    {
        $gift = new Gift(date: '2026-06-01', amount: '100.00', currency: 'USD');
        yield 'within the balance' => [$gift, self::pledge(), [], ''];
        yield 'all that is left' => [$gift, self::pledge(), self::came('2026-03-01 300.00'), ''];
        yield 'a cent too much' => [
            $gift,
            self::pledge(),
            self::came('2026-03-01 300.01'),
            'USD 99.99 is left to be paid of the pledge, and the gift is 100.00',
        ];
        yield 'in another currency' => [
            $gift->with(['currency' => 'EUR']),
            self::pledge(),
            [],
            'The promise is in USD, and the gift in EUR',
        ];
        yield 'of what was written off' => [
            $gift,
            self::pledge(writtenOff: '2026-05-01'),
            [],
            'The rest of the promise was written off on 2026-05-01',
        ];
        yield 'a recurring gift has no balance' => [$gift, self::recurring(), self::came('2026-03-01 900.00'), ''];
        yield 'money that goes back' => [$gift->with(['amount' => '-500.00', 'corrects_id' => '7']), self::pledge(), [], ''];
    }

    /** @param  array<int, Gift>  $others */
    #[DataProvider('payments')]
    public function test_what_a_gift_can_pay(Gift $gift, Promise $promise, array $others, string $fault): void
    {
        self::assertSame($fault, Standing::fault($gift, $promise, $others));
    }
}
