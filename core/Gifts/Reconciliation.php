<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** What came in against what became of it: every row and every unit of money must be somewhere, once, in each currency. */
final readonly class Reconciliation
{
    /**
     * @param  array<string, int>  $outcomes  rows by outcome
     * @param  Amounts  $source  money in the source
     * @param  array<string, Amounts>  $money  by where it went: new gifts, gifts that wait in a batch, promises, there before, held, left out
     */
    public function __construct(public int $rows, public array $outcomes, public Amounts $source, public array $money) {}

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
            $faults[] = sprintf(
                '%s rows in the source, %s accounted for: %s %s.',
                number_format($this->rows),
                number_format($ended),
                number_format(abs($this->rows - $ended)),
                $ended < $this->rows ? 'missing' : 'too many',
            );
        }
        $found = array_reduce($this->money, static fn(Amounts $sum, Amounts $part): Amounts => $sum->plus($part), Amounts::none());
        foreach ($found->minus($this->source)->currencies() as $currency) {
            $faults[] = "{$currency} {$this->source->in($currency)} in the source, {$found->in($currency)} accounted for.";
        }

        return $faults;
    }
}
