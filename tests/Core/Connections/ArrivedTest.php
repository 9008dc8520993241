<?php

declare(strict_types=1);

namespace Tests\Core\Connections;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Connections\Arrival;
use PineSieve\Core\Connections\Arrived;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\Seen;
use PineSieve\Core\Connections\SourceRow;
use PineSieve\Core\Connections\Transaction;
use PineSieve\Core\Connections\TransactionReader;

/** Transactions as they are read, and each held against what it was when it was fetched last. */
final class ArrivedTest extends TestCase
{
    /** @param  array<string, mixed>  $more */
    private static function form(array $more = []): ConnectionForm
    {
        return ConnectionForm::of([
            'address' => 'https://giving.example/v1/list',
            'id' => 'id',
            'amount' => 'money.cents',
            'minor' => true,
            'currency' => 'money.currency',
            'given' => 'at',
            'zone' => 'America/New_York',
            'state' => 'state',
            'counts' => ['paid'],
            'back' => ['refunded', 'part refunded'],
            'back_amount' => 'refunded.cents',
            'back_on' => 'refunded.at',
            'donor' => 'who.id',
            ...$more,
        ]);
    }

    /** @param  array<string, mixed>  $more */
    private static function record(array $more = []): array
    {
        return [
            'id' => 88,
            'at' => '2026-03-01T12:00:00Z',
            'state' => 'paid',
            'money' => ['cents' => 5000, 'currency' => 'usd'],
            'who' => ['id' => 'd1', 'name' => 'Ann Lee'],
            'fund' => 'Nets',
            ...$more,
        ];
    }

    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>, bool}> what was known, what a notice says, and whether it goes on from there */
    public static function notices(): iterable
    {
        $back = ['state' => 'refunded', 'refunded' => ['cents' => 5000, 'at' => '2026-03-09T12:00:00Z']];
        $part = ['state' => 'part refunded', 'refunded' => ['cents' => 1000, 'at' => '2026-03-05T12:00:00Z']];
        yield 'the same' => [[], [], true];
        yield 'money went back' => [[], $back, true];
        yield 'more of it' => [$part, $back, true];
        yield 'less of it, by an old notice' => [$back, $part, false];
        yield 'given, by an old notice' => [$back, [], false];
        yield 'another amount' => [[], ['money' => ['cents' => 7000, 'currency' => 'usd']], false];
        yield 'it counts by now' => [['state' => 'pending'], [], true];
        yield 'it does not count any more' => [[], ['state' => 'failed'], false];
        yield 'no amount' => [[], ['money' => ['cents' => 'much', 'currency' => 'usd']], false];
    }

    /**
     * @param  array<string, mixed>  $known
     * @param  array<string, mixed>  $says
     */
    #[DataProvider('notices')]
    public function test_a_notice_goes_on_from_what_is_known_or_tells_of_what_is_over(array $known, array $says, bool $goesOn): void
    {
        $before = Arrived::of(self::form(), self::read($known), null, [], '2026-03-10')->seen;
        self::assertSame($goesOn, Arrived::goesOn(self::read($says), $before));
        self::assertTrue(Arrived::goesOn(self::read($says), null), 'Nothing is known of it.');
    }

    public function test_what_differs_by_its_id_alone_is_alike(): void
    {
        $likeness = static fn(array $more): string => self::read($more)->likeness(self::form());
        self::assertSame($likeness([]), $likeness(['id' => 89]));
        self::assertNotSame($likeness([]), $likeness(['at' => '2026-03-01T12:00:01Z']));
        self::assertNotSame($likeness([]), $likeness(['who' => ['id' => 'd2', 'name' => 'Ann Lee']]));
    }

    /** @param  array<string, mixed>  $more */
    private static function read(array $more = [], array $form = []): Transaction
    {
        return (new TransactionReader(self::form($form)))->of(self::record($more))[0];
    }

    /** @return iterable<string, array{string, string}> */
    public static function days(): iterable
    {
        yield 'noon' => ['2026-03-01T12:00:00Z', '2026-03-01'];
        yield 'after midnight elsewhere, before it here' => ['2026-03-02T04:59:59Z', '2026-03-01'];
        yield 'midnight here' => ['2026-03-02T05:00:00Z', '2026-03-02'];
        yield 'the last evening of a year' => ['2027-01-01T03:30:00+00:00', '2026-12-31'];
        yield 'in summer, the clock is another' => ['2026-07-02T03:59:00Z', '2026-07-01'];
        yield 'with another offset' => ['2026-03-01T23:30:00-08:00', '2026-03-02'];
        yield 'without one it is a time of here' => ['2026-03-01 23:30:00', '2026-03-01'];
        yield 'a day stays a day' => ['2026-12-31', '2026-12-31'];
        yield 'seconds since 1970' => ['1798774200', '2026-12-31'];
        yield 'no time' => ['soon', 'soon'];
        yield 'a month that is none' => ['2026-13-01T00:00:00Z', '2026-13-01T00:00:00Z'];
    }

    #[DataProvider('days')]
    public function test_the_day_of_a_time_is_that_of_the_organization(string $written, string $day): void
    {
        self::assertSame($day, self::read(['at' => $written])->given);
    }

    /** @return iterable<string, array{mixed, string, array<string, mixed>, string, string}> */
    public static function amounts(): iterable
    {
        yield 'cents' => [1050, 'usd', [], '10.50', ''];
        yield 'few of them' => [5, 'USD', [], '0.05', ''];
        yield 'a currency without any' => [1050, 'JPY', [], '1050.00', ''];
        yield 'no currency' => [1050, '', [], '10.50', ''];
        yield 'below zero' => [-1050, 'USD', [], '-10.50', ''];
        yield 'a figure with a point is no count of cents' => ['10.50', 'USD', [], '', 'Its amount "10.50" is no amount'];
        yield 'whole units' => ['10.50', 'USD', ['minor' => false], '10.50', ''];
        yield 'whole units as a number' => [10.5, 'USD', ['minor' => false], '10.50', ''];
        yield 'nothing' => [null, 'USD', [], '', 'Its amount "" is no amount'];
        yield 'a word' => ['much', 'USD', ['minor' => false], '', 'Its amount "much" is no amount'];
        yield 'a list' => [[1], 'USD', [], '', 'Its amount "" is no amount'];
    }

    /** @param  array<string, mixed>  $form */
    #[DataProvider('amounts')]
    public function test_amounts(mixed $written, string $currency, array $form, string $amount, string $fault): void
    {
        $read = self::read(['money' => ['cents' => $written, 'currency' => $currency]], $form);
        self::assertSame([$amount, $fault], [$read->amount, $read->fault]);
    }

    public function test_a_record_that_holds_several(): void
    {
        $reader = new TransactionReader(self::form(['parts' => 'gifts']));
        $found = $reader->of([
            'who' => ['id' => 'd1', 'name' => 'Ann Lee'],
            'gifts' => [
                ['id' => 'a', ...self::record(['id' => 'a', 'who' => ['id' => 'd1', 'name' => 'Ann Lee']])],
                self::record(['id' => 'b']),
            ],
        ]);
        self::assertSame([['a', 'b'], ['d1', 'd1']], [array_column($found, 'id'), array_column($found, 'donor')]);
        self::assertSame([], $reader->of(['who' => ['id' => 'd2'], 'gifts' => []]));
        self::assertSame([], $reader->of(['who' => ['id' => 'd2']]));
    }

    /**
     * What was fetched one time after the other, and what each time brings: arrival, ids with amounts and what they take back, and what is told.
     *
     * @return iterable<string, array{list<array<string, mixed>>, list<array{Arrival, list<string>, string}>}>
     */
    public static function stories(): iterable
    {
        $back = static fn(int $cents): array => [
            'state' => 'part refunded',
            'refunded' => ['cents' => $cents, 'at' => '2026-03-09T12:00:00Z'],
        ];
        $given = [Arrival::New, ['88 50.00 2026-03-01'], ''];
        yield 'once, and again the same' => [[[], [], []], [$given, [Arrival::SeenBefore, [], ''], [Arrival::SeenBefore, [], '']]];
        yield 'refunded as a whole' => [
            [[], ['state' => 'refunded'], ['state' => 'refunded']],
            [$given, [Arrival::WentBack, ['88/1 -50.00 2026-03-20 of 88'], ''], [Arrival::SeenBefore, [], '']],
        ];
        yield 'refunded in two parts' => [
            [[], $back(2000), $back(5000)],
            [$given, [Arrival::WentBack, ['88/1 -20.00 2026-03-09 of 88'], ''], [Arrival::WentBack, ['88/2 -30.00 2026-03-09 of 88'], '']],
        ];
        yield 'seen first when part of it had gone back' => [
            [$back(2000)],
            [[Arrival::New, ['88 50.00 2026-03-01', '88/1 -20.00 2026-03-09 of 88'], '']],
        ];
        yield 'a refund that is cancelled' => [
            [$back(2000), ['state' => 'paid']],
            [
                [Arrival::New, ['88 50.00 2026-03-01', '88/1 -20.00 2026-03-09 of 88'], ''],
                [Arrival::WentBack, ['88/2 20.00 2026-03-20 of 88'], ''],
            ],
        ];
        yield 'a charge that comes undone' => [
            [[], ['state' => 'failed'], ['state' => 'failed']],
            [$given, [Arrival::WentBack, ['88/1 -50.00 2026-03-20 of 88'], ''], [Arrival::SeenBefore, [], '']],
        ];
        yield 'a charge that fails, and is taken later' => [
            [['state' => 'failed'], ['state' => 'failed'], ['state' => 'paid']],
            [[Arrival::DoesNotCount, [], ''], [Arrival::SeenBefore, [], ''], $given],
        ];
        yield 'an amount that is corrected, up and down' => [
            [[], ['money' => ['cents' => 6000, 'currency' => 'USD']], ['money' => ['cents' => 1000, 'currency' => 'USD']]],
            [$given, [Arrival::Changed, ['88/1 10.00 2026-03-20 of 88'], ''], [Arrival::Changed, ['88/2 -50.00 2026-03-20 of 88'], '']],
        ];
        yield 'what no row brings in is told' => [
            [[], ['fund' => 'Boats']],
            [$given, [Arrival::Changed, [], 'fund was "Nets" and is "Boats"']],
        ];
        yield 'another day, and another donor' => [
            [[], ['at' => '2026-02-27T12:00:00Z', 'who' => ['id' => 'd2', 'name' => 'Ann Lee']]],
            [$given, [Arrival::Changed, [], 'Gift date was "2026-03-01" and is "2026-02-27"; Donor id was "d1" and is "d2"']],
        ];
        yield 'another currency is for a person' => [
            [[], ['money' => ['cents' => 5000, 'currency' => 'CAD']], ['money' => ['cents' => 5000, 'currency' => 'CAD']]],
            [$given, [Arrival::Changed, [], 'It was USD 50.00 and is CAD 50.00'], [Arrival::SeenBefore, [], '']],
        ];
        yield 'an amount that is none comes in as it is, to be held' => [
            [['money' => ['cents' => 'much', 'currency' => 'USD']], ['money' => ['cents' => 5000, 'currency' => 'USD']]],
            [
                [Arrival::New, ['88 much 2026-03-01'], ''],
                [Arrival::Changed, [], 'What it was could not be told: see the row that was held'],
            ],
        ];
        yield 'an amount that is none any more changes nothing' => [
            [[], ['money' => ['cents' => '', 'currency' => 'USD']], ['state' => 'refunded']],
            [
                $given,
                [Arrival::Changed, [], 'Its amount "" is no amount: what it was stays as it is'],
                [Arrival::WentBack, ['88/1 -50.00 2026-03-20 of 88'], ''],
            ],
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $fetched
     * @param  list<array{Arrival, list<string>, string}>  $expected
     */
    #[DataProvider('stories')]
    public function test_what_became_of_a_transaction_since(array $fetched, array $expected): void
    {
        [$seen, $said, $came] = [null, [], []];
        foreach ($fetched as $more) {
            $arrived = Arrived::of(self::form(), self::read($more), $seen, $said, '2026-03-20');
            $seen = $arrived->seen;
            $said = $said === [] ? $arrived->rows[0] ?? [] : $said;
            $rows = array_map(
                static fn(array $row): string => trim(
                    "{$row[SourceRow::ID]} {$row[SourceRow::AMOUNT]} {$row[SourceRow::GIVEN]}" .
                        ($row[SourceRow::BACK_OF] . $row[SourceRow::CORRECTS] === ''
                            ? ''
                            : " of {$row[SourceRow::BACK_OF]}{$row[SourceRow::CORRECTS]}"),
                ),
                $arrived->rows,
            );
            $came[] = [$arrived->arrival, $rows, $arrived->told];
        }
        self::assertSame($expected, $came);
    }

    public function test_a_row_says_each_value_once(): void
    {
        $row = Arrived::of(self::form(), self::read(), null, [], '2026-03-20')->rows[0];
        self::assertSame(
            [
                'Gift id' => '88',
                'Gift date' => '2026-03-01',
                'Gift amount' => '50.00',
                'Gift currency' => 'USD',
                'Refund of' => '',
                'Correction of' => '',
                'Donor id' => 'd1',
                'who.name' => 'Ann Lee',
                'fund' => 'Nets',
            ],
            $row,
        );
    }

    public function test_what_nothing_is_made_of_may_be_another_each_time(): void
    {
        $came = Arrived::of(self::form(), self::read(['touched' => 1]), null, [], '2026-03-20');
        $again = self::read(['touched' => 2]);
        $fed = ['fund' => 'Nets', 'who.name' => 'Ann Lee'];
        self::assertSame(Arrival::SeenBefore, Arrived::of(self::form(), $again, $came->seen, $fed, '2026-03-20')->arrival);
        // Where nobody knows what it said, it is told rather than passed over.
        $told = Arrived::of(self::form(), $again, $came->seen, [], '2026-03-20');
        self::assertSame([Arrival::Changed, 'It says something else than it did'], [$told->arrival, $told->told]);
        $back = Arrived::of(self::form(), self::read(['touched' => 2, 'state' => 'refunded']), $came->seen, $fed, '2026-03-20');
        self::assertSame([Arrival::WentBack, ''], [$back->arrival, $back->told]);
    }

    public function test_parts_and_fees_of_a_gift(): void
    {
        $form = ['split' => 'for', 'split_amount' => 'cents', 'split_fund' => 'fund', 'fee' => 'fee', 'money' => ['more.*.cents']];
        $two = [
            'for' => [['fund' => 'Nets', 'cents' => 4000], ['fund' => 'Boats', 'cents' => 1000]],
            'fee' => 140,
            'more' => [['cents' => 5]],
        ];
        $row = Arrived::of(self::form($form), self::read($two, $form), null, [], '2026-03-20')->rows[0];
        self::assertSame(
            ['1.40', '', "40.00 | Nets\n10.00 | Boats", '0.05'],
            [$row[SourceRow::FEE], $row[SourceRow::FUND], $row[SourceRow::SPLIT], $row['more.1.cents']],
        );
        self::assertArrayNotHasKey('for.1.fund', $row);

        $one = ['for' => [['fund' => 'Nets', 'cents' => 5000]], 'state' => 'refunded', 'fee' => 'none'];
        [$gift, $back] = Arrived::of(self::form($form), self::read($one, $form), null, [], '2026-03-20')->rows;
        self::assertSame(['Nets', '', 'none'], [$gift[SourceRow::FUND], $gift[SourceRow::SPLIT], $gift[SourceRow::FEE]]);
        self::assertSame(['', '', ''], [$back[SourceRow::FUND], $back[SourceRow::SPLIT], $back[SourceRow::FEE]]);
        $seen = Arrived::of(self::form($form), self::read([...$one, 'state' => 'paid'], $form), null, [], '2026-03-20')->seen;
        $moved = self::read(['for' => [['fund' => 'Boats', 'cents' => 5000]], 'fee' => 'none'], $form);
        self::assertSame('Gift fund was "Nets" and is "Boats"', Arrived::of(self::form($form), $moved, $seen, $gift, '2026-03-20')->told);
    }

    public function test_the_order_of_names_changes_nothing(): void
    {
        $one = self::read();
        $other = (new TransactionReader(self::form()))->of(array_reverse(self::record(), true))[0];
        self::assertSame($one->print(), $other->print());
        self::assertNotSame($one->print(), self::read(['fund' => 'Boats'])->print());
        $seen = new Seen($one->print(), true, '50.00', 'USD', '0.00', 0);
        self::assertSame(Arrival::SeenBefore, Arrived::of(self::form(), $other, $seen, [], '2026-03-20')->arrival);
    }
}
