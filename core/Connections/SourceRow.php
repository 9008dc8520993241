<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/**
 * A transaction as a row of a source. What its connection says of it has headers of our own; all else stands below the path where it lies.
 */
final readonly class SourceRow
{
    public const ID = 'Gift id';

    public const GIVEN = 'Gift date';

    public const AMOUNT = 'Gift amount';

    public const CURRENCY = 'Gift currency';

    public const BACK_OF = 'Refund of';

    public const DONOR = 'Donor id';

    /** Between the id of a transaction and the number of what corrects it or takes it back. */
    private const FURTHER = '/';

    /** @param  string  $today  ISO 8601: when what nobody dated was noticed */
    public function __construct(private ConnectionForm $form, private Transaction $transaction, private string $today) {}

    /** @return array<string, string> the gift itself */
    public function whole(): array
    {
        $one = $this->transaction;
        // What is no amount comes in as it is written, and is held.
        $written = $one->values[$this->form->amount] ?? '';

        return $this->cells($one->id, $one->given, $one->amount === '' ? $written : $one->amount, '');
    }

    /** @return array<string, string> what it says beside money, days, ids and its state */
    public function values(): array
    {
        $form = $this->form;
        $said = [$form->id, $form->given, $form->amount, $form->currency, $form->donor, $form->state, $form->backAmount, $form->backOn];

        return array_diff_key($this->transaction->values, array_fill_keys($said, true));
    }

    /**
     * What corrects it or takes it back.
     *
     * @param  string  $on  day; '' for today
     * @return array<string, string>
     */
    public function further(int $number, string $amount, string $on): array
    {
        $id = $this->transaction->id;

        return $this->cells($id . self::FURTHER . $number, $on === '' ? $this->today : $on, $amount, $id);
    }

    /** @return array<string, string> */
    private function cells(string $id, string $on, string $amount, string $backOf): array
    {
        return [
            self::ID => $id,
            self::GIVEN => $on,
            self::AMOUNT => $amount,
            self::CURRENCY => $this->transaction->currency,
            self::BACK_OF => $backOf,
            self::DONOR => $this->transaction->donor,
            ...$this->values(),
        ];
    }
}
