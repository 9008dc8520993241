<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftTotals;

final class CorrectionsTest extends TestCase
{
    private const GIFT = ['date' => '2026-03-01', 'amount' => '100.00', 'currency' => 'USD', 'kind' => 'card', 'fund' => 'Roof'];

    /** @return iterable<string, array{array<string, string>, list<string>, string}> the correction, amounts of those before it, and what is wrong */
    public static function corrections(): iterable
    {
        yield 'all of it' => [['amount' => '-100.00'], [], ''];
        yield 'a part' => [['amount' => '-0.01'], [], ''];
        yield 'the rest' => [['amount' => '-40.00'], ['-60.00'], ''];
        yield 'it was more' => [['amount' => '20.00'], [], ''];
        yield 'more than there is' => [['amount' => '-100.01'], [], 'More goes back than is left of the gift: USD 100.00'];
        yield 'more than is left' => [['amount' => '-40.01'], ['-60.00'], 'More goes back than is left of the gift: USD 40.00'];
        yield 'after it was more' => [['amount' => '-120.00'], ['20.00'], ''];
        yield 'nothing' => [['amount' => '0.00'], [], 'Nothing goes back, and nothing is added'];
        yield 'no amount' => [['amount' => ''], [], 'Nothing goes back, and nothing is added'];
        yield 'another currency' => [['amount' => '-5.00', 'currency' => 'CAD'], [], 'The gift is in USD, and this in CAD'];
        yield 'on the same day' => [['amount' => '-5.00', 'date' => '2026-03-01'], [], ''];
        yield 'before it was given' => [['amount' => '-5.00', 'date' => '2026-02-28'], [], 'The gift was given on 2026-03-01, after this'];
    }

    /**
     * @param  array<string, string>  $correction
     * @param  list<string>  $before
     */
    #[DataProvider('corrections')]
    public function test_what_can_go_back(array $correction, array $before, string $fault): void
    {
        $others = array_map(static fn(string $amount): Gift => new Gift(amount: $amount, corrects: '7'), $before);

        self::assertSame(
            $fault,
            Corrections::fault(
                new Gift(...['date' => '2026-04-01', 'currency' => 'USD', ...$correction]),
                new Gift(...self::GIFT),
                $others,
            ),
        );
    }

    public function test_neither_a_promise_nor_a_correction_is_taken_back(): void
    {
        $back = new Gift(date: '2026-04-01', amount: '-5.00', currency: 'USD');

        self::assertStringContainsString('promise', Corrections::fault($back, new Gift(...[...self::GIFT, 'kind' => 'pledge']), []));
        self::assertStringContainsString('no gift', Corrections::fault($back, new Gift(...[...self::GIFT, 'corrects' => '3']), []));
    }

    /** @return iterable<string, array{array<string, string>, int|string|null, int}> money that goes back, the gift that it goes back of, and how many fit */
    public static function refunds(): iterable
    {
        yield 'the same amount' => [['amount' => '-75.00'], 3, 1];
        yield 'the latest of several before it' => [['amount' => '-25.00', 'date' => '2026-02-20'], 2, 2];
        yield 'none before it' => [['amount' => '-25.00', 'date' => '2025-12-31'], null, 0];
        yield 'another amount' => [['amount' => '-24.99'], null, 0];
        yield 'the one that is named, in part' => [['amount' => '-10.00', 'corrects' => 'of:TX-3'], 3, 1];
        yield 'by its reference' => [['amount' => '-75.00', 'corrects' => 'of:CH 9'], '12:gift', 1];
        yield 'by the number that it has here' => [['amount' => '-10.00', 'corrects' => 'of:#2'], 2, 1];
        yield 'that number alone is an id' => [['amount' => '-10.00', 'corrects' => 'of:2'], null, 0];
        yield 'named, and too much' => [['amount' => '-80.00', 'corrects' => 'of:TX-3'], 3, 1];
        yield 'named, and not there' => [['amount' => '-75.00', 'corrects' => 'of:TX-4'], null, 0];
        yield 'taken back already' => [['amount' => '-50.00'], null, 0];
        yield 'another currency' => [['amount' => '-75.00', 'currency' => 'CAD'], null, 0];
    }

    /** @param  array<string, string>  $back */
    #[DataProvider('refunds')]
    public function test_the_gift_that_money_goes_back_of(array $back, int|string|null $expected, int $fitting): void
    {
        $gift = static fn(string $date, string $amount, string $id = ''): Gift => new Gift($date, $amount, currency: 'USD', sourceId: $id);
        $gifts = [
            1 => $gift('2026-01-15', '25.00'),
            2 => $gift('2026-02-15', '25.00'),
            3 => $gift('2026-02-20', '75.00', 'TX-3'),
            4 => $gift('2026-03-15', '25.00'),
            5 => $gift('2026-01-01', '50.00'),
            6 => $gift('2026-01-05', '-50.00')->with(['corrects_id' => 5]),
            7 => new Gift('2026-01-01', '75.00', kind: 'pledge', currency: 'USD'),
            '12:gift' => new Gift('2026-02-25', '80.00', reference: 'CH 9', currency: 'USD'),
        ];

        self::assertSame(
            [$expected, $fitting],
            Corrections::find(new Gift(...['date' => '2026-04-01', 'currency' => 'USD', 'corrects' => Corrections::OF, ...$back]), $gifts),
        );
    }

    public function test_what_goes_back_is_for_what_the_gift_was_for(): void
    {
        $back = new Gift(date: '2026-04-01', amount: '-50.00', currency: 'USD', corrects: '7');
        $whole = Corrections::completed($back, new Gift(...self::GIFT));
        $split = Corrections::completed($back, new Gift(...[...self::GIFT, 'splits' => "60.00 | Roof\n40.00 | Kitchen"]));
        $said = Corrections::completed($back->with(['fund' => 'Nets', 'kind' => 'check']), new Gift(...self::GIFT));

        self::assertSame(['Roof', 'card', ''], [$whole->fund, $whole->kind, $whole->splits]);
        self::assertSame(['Roof', "-30.00 | Roof\n-20.00 | Kitchen", true], [$split->fund, $split->splits, $split->isWhole()]);
        self::assertSame(['Nets', 'check'], [$said->fund, $said->kind]);
    }

    public function test_totals_are_net_and_a_correction_is_no_gift(): void
    {
        $totals = GiftTotals::of([new Gift(...self::GIFT), new Gift(amount: '-30.00', currency: 'USD', corrects: '1')]);

        self::assertSame([1, '70.00'], [$totals->gifts, $totals->given->in('USD')]);
    }
}
