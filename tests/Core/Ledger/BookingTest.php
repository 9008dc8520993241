<?php

declare(strict_types=1);

namespace Tests\Core\Ledger;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Ledger\Accounts;
use PineSieve\Core\Ledger\Booking;
use PineSieve\Core\Ledger\LedgerLine;
use PineSieve\Core\Ledger\UnusableAccount;

final class BookingTest extends TestCase
{
    /** @param  list<LedgerLine>  $lines */
    private static function told(array $lines): array
    {
        self::assertSame(
            '0.00',
            Amount::sum(array_map(static fn(LedgerLine $line): string => $line->amount, $lines)),
            'Both sides are equal.',
        );

        return array_map(
            static fn(LedgerLine $line): string => trim(
                "{$line->account}|{$line->fund}|" . ($line->debit() !== '' ? "debit {$line->debit()}" : "credit {$line->credit()}"),
                '|',
            ),
            $lines,
        );
    }

    /** @param  array<string, string>  $values */
    private static function gift(array $values): Gift
    {
        return Gift::stored(['given_on' => '2026-02-01', 'currency' => 'USD', ...$values]);
    }

    private static function accounts(): Accounts
    {
        return Accounts::of('1000 Bank', '4000 Donations', ['card' => '1010 Card payments', 'cash' => ' '], ['Boats' => '4100 Boats']);
    }

    /** @return iterable<string, array{array<string, string>, list<string>}> */
    public static function gifts(): iterable
    {
        yield 'a check' => [['amount' => '50.00', 'kind' => 'check'], ['1000 Bank||debit 50.00', '4000 Donations||credit 50.00']];
        yield 'a card, for a fund' => [
            ['amount' => '0.01', 'kind' => 'card', 'fund' => 'Boats'],
            ['1010 Card payments||debit 0.01', '4100 Boats|Boats|credit 0.01'],
        ];
        yield 'a fund without an account of its own' => [
            ['amount' => '5.00', 'fund' => 'Nets'],
            ['1000 Bank||debit 5.00', '4000 Donations|Nets|credit 5.00'],
        ];
        yield 'split' => [
            ['amount' => '30.00', 'fund' => 'Nets', 'splits' => "10.00 | Nets\n20.00 | Boats"],
            ['1000 Bank||debit 30.00', '4000 Donations|Nets|credit 10.00', '4100 Boats|Boats|credit 20.00'],
        ];
        yield 'taken back' => [['amount' => '-50.00', 'corrects_id' => '3'], ['1000 Bank||credit 50.00', '4000 Donations||debit 50.00']];
        yield 'a promise is no money' => [['amount' => '50.00', 'kind' => 'pledge'], []];
        yield 'without an amount' => [['kind' => 'in kind'], []];
    }

    /**
     * @param  array<string, string>  $gift
     * @param  list<string>  $expected
     */
    #[DataProvider('gifts')]
    public function test_a_gift_is_booked_on_both_sides(array $gift, array $expected): void
    {
        self::assertSame($expected, self::told(self::accounts()->book(self::gift($gift))));
    }

    public function test_what_was_booked_is_not_booked_again_and_what_changed_is_put_right(): void
    {
        $accounts = self::accounts();
        $first = $accounts->book(self::gift(['amount' => '50.00', 'fund' => 'Boats']));
        self::assertSame([], Booking::missing($first, $first));
        $less = $accounts->book(self::gift(['amount' => '45.00', 'fund' => 'Boats']));
        self::assertSame(['1000 Bank||credit 5.00', '4100 Boats|Boats|debit 5.00'], self::told($more = Booking::missing($first, $less)));
        self::assertSame([], Booking::missing([...$first, ...$more], $less));
        $other = $accounts->book(self::gift(['amount' => '45.00', 'fund' => 'Nets']));
        self::assertSame(
            ['4000 Donations|Nets|credit 45.00', '4100 Boats|Boats|debit 45.00'],
            self::told(Booking::missing([...$first, ...$more], $other)),
        );
        self::assertSame(
            ['1000 Bank||credit 50.00', '4100 Boats|Boats|debit 50.00'],
            self::told(Booking::missing($first, [])),
            'It is gone.',
        );
    }

    #[TestWith(['', 'Donations'])]
    #[TestWith(['Bank', ' '])]
    #[TestWith(['Bank', 'A name of an account that goes on and on, longer than any book has room for'])]
    public function test_accounts_that_can_not_be_used(string $debit, string $credit): void
    {
        $this->expectException(UnusableAccount::class);
        Accounts::of($debit, $credit, [], []);
    }
}
