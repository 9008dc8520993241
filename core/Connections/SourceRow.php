<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

use PineSieve\Core\Gifts\Split;

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

    /** What adds to a gift. */
    public const CORRECTS = 'Correction of';

    public const DONOR = 'Donor id';

    public const FEE = 'Gift fee';

    public const FUND = 'Gift fund';

    public const SPLIT = 'Gift split, in one';

    /** What each of its own headers stands for: key of a field. The id of a donor is one of that system. */
    public const FIELDS = [
        self::ID => 'gift.id',
        self::GIVEN => 'gift.date',
        self::AMOUNT => 'gift.amount',
        self::CURRENCY => 'gift.currency',
        self::BACK_OF => 'gift.refund_of',
        self::CORRECTS => 'gift.corrected',
        self::DONOR => 'id.old',
        self::FEE => 'gift.fee',
        self::FUND => 'gift.fund',
        self::SPLIT => 'gift.splits',
    ];

    /** Between the id of a transaction and the number of what corrects it or takes it back. */
    public const FURTHER = '/';

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

    /**
     * What can be held against what it said when it came in.
     *
     * @param  bool  $isSameAmount  whether it is for the same things as before, if the parts are
     * @return array<string, string>
     */
    public function compared(bool $isSameAmount): array
    {
        $names = [
            self::GIVEN => true,
            self::DONOR => true,
            self::FUND => true,
            ...$isSameAmount ? [self::SPLIT => true, self::FEE => true] : [],
        ];

        return [...array_intersect_key($this->whole(), $names), ...$this->values()];
    }

    /** @return array<string, string> what it says beside money, days, ids and its state */
    public function values(): array
    {
        $form = $this->form;
        $said = [
            ...[$form->id, $form->given, $form->amount, $form->currency, $form->donor],
            ...[$form->state, $form->backAmount, $form->backOn, $form->fee],
        ];

        return array_filter(
            array_diff_key($this->transaction->values, array_fill_keys($said, true)),
            static fn(string $path): bool => $form->split === '' || !str_starts_with($path, "{$form->split}."),
            ARRAY_FILTER_USE_KEY,
        );
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
        // What goes back is for what the gift was for, in the same proportion, and its fee is not paid twice.
        $isGift = $backOf === '';
        $parts = $isGift ? $this->transaction->parts : [];

        return [
            self::ID => $id,
            self::GIVEN => $on,
            self::AMOUNT => $amount,
            self::CURRENCY => $this->transaction->currency,
            self::BACK_OF => str_starts_with($amount, '-') ? $backOf : '',
            self::CORRECTS => str_starts_with($amount, '-') ? '' : $backOf,
            self::DONOR => $this->transaction->donor,
            ...$this->form->fee === '' ? [] : [self::FEE => $isGift ? $this->transaction->fee : ''],
            ...$this->form->split === ''
                ? []
                : [
                    self::FUND => count($parts) === 1 ? $parts[0]->fund : '',
                    self::SPLIT => count($parts) > 1 ? self::written($parts) : '',
                ],
            ...$this->values(),
        ];
    }

    /** @param  list<Split>  $parts */
    private static function written(array $parts): string
    {
        return implode("\n", array_map(static fn(Split $part): string => $part->written(), $parts));
    }
}
