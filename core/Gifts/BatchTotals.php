<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** What is expected of a batch, such as what the bank's slip says, against what was entered. All in the batch's currency. */
final readonly class BatchTotals
{
    /**
     * @param  string  $expectedAmount  as Amount writes it, here and below
     * @param  int  $gifts  entered; promises are none
     */
    public function __construct(public int $expectedGifts, public string $expectedAmount, public int $gifts, public string $amount) {}

    /** @return int gifts that are missing; below zero where there are too many */
    public function giftsMissing(): int
    {
        return $this->expectedGifts - $this->gifts;
    }

    /** @return string money that is missing; below zero where there is too much */
    public function amountMissing(): string
    {
        return Amount::difference($this->expectedAmount, $this->amount);
    }

    public function agree(): bool
    {
        return $this->giftsMissing() === 0 && Amount::isZero($this->amountMissing());
    }

    /** @return string a sentence that says what is missing or too much; '' if they agree */
    public function difference(string $currency): string
    {
        [$gifts, $money, $parts] = [$this->giftsMissing(), $this->amountMissing(), []];
        if ($gifts !== 0) {
            $parts[] = abs($gifts) . (abs($gifts) === 1 ? ' gift ' : ' gifts ') . ($gifts > 0 ? 'missing' : 'too many');
        }
        if (!Amount::isZero($money)) {
            $parts[] = "{$currency} " . ltrim($money, '-') . (str_starts_with($money, '-') ? ' too much' : ' missing');
        }

        return $parts === [] ? '' : implode(', ', $parts) . '.';
    }
}
