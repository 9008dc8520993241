<?php

declare(strict_types=1);

namespace PineSieve\Core\Ledger;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Gifts\Splits;

/** To which accounts gifts are booked: what came in by its kind, what it was given for by its fund. */
final readonly class Accounts
{
    private const LONGEST = 60;

    /**
     * @param  array<string, string>  $debits  kind of gift to the account that it comes in on
     * @param  array<string, string>  $credits  fund to the account that it is income of
     */
    private function __construct(private string $debit, private string $credit, private array $debits, private array $credits) {}

    public static function usual(): self
    {
        return new self('Bank', 'Donations', [], []);
    }

    /**
     * @param  array<string, string>  $debits
     * @param  array<string, string>  $credits
     *
     * @throws UnusableAccount
     */
    public static function of(string $debit, string $credit, array $debits, array $credits): self
    {
        $accounts = new self(trim($debit), trim($credit), self::named($debits), self::named($credits));
        if ($accounts->debit === '' || $accounts->credit === '') {
            throw new UnusableAccount('There must be an account for what has none of its own, on both sides.');
        }
        foreach (
            [$accounts->debit, $accounts->credit, ...array_values($accounts->debits), ...array_values($accounts->credits)]
            as $account
        ) {
            if (mb_strlen($account) > self::LONGEST) {
                throw new UnusableAccount("\"{$account}\" is longer than " . self::LONGEST . ' signs.');
            }
        }

        return $accounts;
    }

    /**
     * @param  array<string, string>  $accounts
     * @return array<string, string>
     */
    private static function named(array $accounts): array
    {
        return array_filter(array_map(trim(...), $accounts), static fn(string $account): bool => $account !== '');
    }

    /** @return array{debit: string, credit: string, debits: array<string, string>, credits: array<string, string>} */
    public function toArray(): array
    {
        return ['debit' => $this->debit, 'credit' => $this->credit, 'debits' => $this->debits, 'credits' => $this->credits];
    }

    /**
     * How a gift is booked. What takes one back is below zero, and so on the other sides.
     *
     * @return list<LedgerLine> that come to nothing together; none for a promise, which is no money, and for goods that nobody put a value on
     */
    public function book(Gift $gift): array
    {
        if ($gift->isPromise() || $gift->amount === '' || Amount::isZero($gift->amount)) {
            return [];
        }
        $parts = Splits::stored($gift->value('splits'))->parts;
        $lines = [new LedgerLine(true, $this->debits[$gift->value('kind')] ?? $this->debit, '', $gift->currency, $gift->amount)];
        foreach ($parts === [] ? [new Split($gift->amount, $gift->value('fund'))] : $parts as $part) {
            $lines[] = new LedgerLine(
                false,
                $this->credits[$part->fund] ?? $this->credit,
                $part->fund,
                $gift->currency,
                Amount::negated($part->amount),
            );
        }

        return $lines;
    }
}
