<?php

declare(strict_types=1);

namespace PineSieve\Core\Ledger;

use PineSieve\Core\Gifts\Amount;

/** One side of a booking. */
final readonly class LedgerLine
{
    /**
     * @param  bool  $isMoney  whether it says where the money came in; else what it was given for
     * @param  string  $fund  for which it is booked; '' for none
     * @param  string  $currency  ISO 4217
     * @param  string  $amount  as Amount writes it: above zero a debit, below it a credit
     */
    public function __construct(
        public bool $isMoney,
        public string $account,
        public string $fund,
        public string $currency,
        public string $amount,
    ) {}

    public function debit(): string
    {
        return Amount::isBelow($this->amount, '0.00') ? '' : $this->amount;
    }

    public function credit(): string
    {
        return Amount::isBelow($this->amount, '0.00') ? Amount::negated($this->amount) : '';
    }
}
