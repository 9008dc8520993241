<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** What came in against what became of it: every row and every unit of money must be somewhere, once. */
final readonly class Reconciliation
{
    /**
     * @param  array<string, int>  $outcomes  rows by outcome
     * @param  string  $source  money in the source
     * @param  array<string, string>  $money  by where it went: new gifts, there before, held, left out
     */
    public function __construct(
        public int $rows,
        public array $outcomes,
        public string $source,
        public array $money,
    ) {
    }

    public function balances(): bool
    {
        return $this->faults() === [];
    }

    /** @return list<string> sentences that say where it does not balance */
    public function faults(): array
    {
        $faults = [];
        $ended = array_sum($this->outcomes);
        if ($ended !== $this->rows) {
            $faults[] = sprintf('%s rows in the source, %s accounted for: %s %s.', number_format($this->rows), number_format($ended), number_format(abs($this->rows - $ended)), $ended < $this->rows ? 'missing' : 'too many');
        }
        $found = Amount::sum($this->money);
        if (! Amount::equal($found, $this->source)) {
            $faults[] = "{$this->source} in the source, {$found} accounted for.";
        }

        return $faults;
    }
}
