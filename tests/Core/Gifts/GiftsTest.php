<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Gifts\Reconciliation;
use PineSieve\Core\Gifts\WrittenMoney;

final class GiftsTest extends TestCase
{
    /** @return iterable<array{string, ?string}> */
    public static function amounts(): iterable
    {
        yield ['25', '25.00'];
        yield ['$1,234.50', '1234.50'];
        yield ['1.234,50', '1234.50'];
        yield ['12,50', '12.50'];
        yield ['1,234', '1234.00'];
        yield ["1'234.50", '1234.50'];
        yield ['(50.00)', '-50.00'];
        yield ["\u{2212}50", '-50.00'];
        yield ['50-', '-50.00'];
        yield ['USD 25', '25.00'];
        yield ['CA$ 25.5', '25.50'];
        yield ['€ 25', '25.00'];
        yield ["\u{A0}25\u{A0}", '25.00'];
        yield ['25.', '25.00'];
        yield ['.5', '0.50'];
        yield ['00025.10', '25.10'];
        yield ['25.500', '25.50'];
        yield ['0', '0.00'];
        yield ['-0', '0.00'];
        yield ['1.005', null];
        yield ['1,2345', null];
        yield ['12,34,567', null];
        yield ['2 tickets', null];
        yield ['1e5', null];
        yield ['9999999999999', null];
        yield ['', null];
        yield ['$', null];
        yield ['50.-', '50.00'];
        yield ['50,--', '50.00'];
        yield ['-50.-', '-50.00'];
        yield ["CHF 1'250.-", '1250.00'];
        yield ['50 00', null];
        yield ['1 2 3', null];
        yield ['207 555 0143', null];
        yield ['50, 25', null];
        yield ['50 ,25', null];
        yield ['1 234 567', '1234567.00'];
        yield ["1\u{202F}234,50 €", '1234.50'];
        yield ['$ (50.00)', '-50.00'];
        yield ['-$50', '-50.00'];
        yield ['$-50', '-50.00'];
        yield ['($50.00)', '-50.00'];
        yield ['25 dollars', '25.00'];
        yield ['25 birds', null];
        yield ['XYZ 25', null];
        yield ['R$ 10', '10.00'];
        yield ['1e5 USD', null];
    }

    #[DataProvider('amounts')]
    public function test_amounts_as_people_write_them(string $written, ?string $amount): void
    {
        self::assertSame($amount, Amount::parse($written));
    }

    /** @return iterable<array{string, string, ?string}> as written, the organization's currency, what is meant; null if nobody can tell */
    public static function currencies(): iterable
    {
        yield ['€5', 'USD', 'EUR'];
        yield ['£7', 'USD', 'GBP'];
        yield ['C$50', 'USD', 'CAD'];
        yield ['CAD 12', 'USD', 'CAD'];
        yield ['12 cad', 'USD', 'CAD'];
        yield ['$5', 'USD', 'USD'];
        yield ['$5', 'CAD', 'CAD'];
        yield ['$5', 'EUR', null];
        yield ['$5 CAD', 'USD', 'CAD'];
        yield ['US$ 5', 'CAD', 'USD'];
        yield ['USD $5.00', 'EUR', 'USD'];
        yield ['€5 USD', 'EUR', null];
        yield ['50 kr', 'SEK', 'SEK'];
        yield ['50 kr.', 'USD', null];
        yield ['¥500', 'USD', null];
        yield ['JPY ¥500', 'USD', 'JPY'];
        yield ['(€5)', 'USD', 'EUR'];
        yield ['-€5', 'USD', 'EUR'];
    }

    #[DataProvider('currencies')]
    public function test_the_currency_of_an_amount(string $written, string $home, ?string $currency): void
    {
        $money = WrittenMoney::parse($written);

        self::assertNotNull($money);
        self::assertSame($currency, Currency::of($money->marks, $home));
    }

    public function test_figures_that_are_filled_with_zeros_are_a_guess(): void
    {
        self::assertSame(
            [true, true, false, false, false],
            array_map(static fn(string $text): ?bool => WrittenMoney::parse($text)?->isPadded, [
                '000002500',
                '025',
                '00025.10',
                '0',
                '0.5',
            ]),
        );
    }

    public function test_sums_are_exact(): void
    {
        self::assertSame('0.30', Amount::sum(['0.10', '0.20']));
        self::assertSame('100000000000.01', Amount::sum(['99999999999.99', '0.02']));
        self::assertSame('0.00', Amount::sum([]));
    }

    public function test_kinds_of_gift(): void
    {
        self::assertSame(
            [GiftKind::Check, GiftKind::Card, GiftKind::InKind, null],
            array_map(GiftKind::parse(...), ['Cheque', 'VISA', 'In-Kind', 'barter']),
        );
        self::assertSame(
            [GiftKind::Card, GiftKind::Card, GiftKind::Check, GiftKind::Transfer, GiftKind::Cash, null, null],
            array_map(GiftKind::parse(...), [
                'Visa ending in 1004',
                'MC x1004',
                "Cashier's check",
                'E-Transfer',
                'loose change',
                'Visa gift',
                'Amex 12',
            ]),
        );
    }

    public function test_reconciliation_says_where_it_does_not_balance(): void
    {
        $whole = new Reconciliation(3, ['new' => 1, 'held' => 2], Amounts::fromArray(['USD' => '30.00', 'EUR' => '5.00']), [
            'new' => Amounts::of('USD', '10.00'),
            'promised' => Amounts::of('EUR', '5.00'),
            'held' => Amounts::of('USD', '20.00'),
        ]);
        self::assertTrue($whole->balances());

        $broken = new Reconciliation(3, ['new' => 1, 'held' => 1], Amounts::of('USD', '30.00'), [
            'new' => Amounts::of('USD', '10.00'),
            'held' => Amounts::fromArray(['USD' => '19.99', 'EUR' => '0.01']),
        ]);
        self::assertSame(
            [
                '3 rows in the source, 2 accounted for: 1 missing.',
                'EUR 0.00 in the source, 0.01 accounted for.',
                'USD 30.00 in the source, 29.99 accounted for.',
            ],
            $broken->faults(),
        );
    }
}
