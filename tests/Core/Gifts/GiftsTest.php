<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Gifts\Reconciliation;

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
    }

    #[DataProvider('amounts')]
    public function test_amounts_as_people_write_them(string $written, ?string $amount): void
    {
        self::assertSame($amount, Amount::parse($written));
    }

    public function test_sums_are_exact(): void
    {
        self::assertSame('0.30', Amount::sum(['0.10', '0.20']));
        self::assertSame('100000000000.01', Amount::sum(['99999999999.99', '0.02']));
        self::assertSame('0.00', Amount::sum([]));
    }

    public function test_kinds_of_gift(): void
    {
        self::assertSame([GiftKind::Check, GiftKind::Card, GiftKind::InKind, null], array_map(GiftKind::parse(...), ['Cheque', 'VISA', 'In-Kind', 'barter']));
    }

    public function test_reconciliation_says_where_it_does_not_balance(): void
    {
        $whole = new Reconciliation(3, ['new' => 1, 'held' => 2], '30.00', ['new' => '10.00', 'held' => '20.00']);
        self::assertTrue($whole->balances());

        $broken = new Reconciliation(3, ['new' => 1, 'held' => 1], '30.00', ['new' => '10.00', 'held' => '19.99']);
        self::assertSame(['3 rows in the source, 2 accounted for: 1 missing.', '30.00 in the source, 29.99 accounted for.'], $broken->faults());
    }
}
