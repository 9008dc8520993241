<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftKind;

/** What someone has promised to give: a pledge, or a gift that comes again and again. It is never counted as given. '' for what nobody says of it. */
final readonly class Promise
{
    /** The column in which each part is kept. */
    public const COLUMNS = [
        'kind' => 'kind',
        'date' => 'promised_on',
        'amount' => 'amount',
        'currency' => 'currency',
        'fund' => 'fund',
        'campaign' => 'campaign',
        'appeal' => 'appeal',
        'frequency' => 'frequency',
        'start' => 'starts_on',
        'installments' => 'installments',
        'end' => 'ends_on',
        'course' => 'course',
        'reference' => 'reference',
        'sourceId' => 'source_id',
        'notes' => 'notes',
        'writtenOff' => 'written_off_on',
        'reason' => 'written_off_reason',
    ];

    /** Column with the number of the intake that brought it. */
    public const INTAKE = 'intake_id';

    /** Before the id that a source gives for the promise that a gift pays, until it is known which that is. */
    public const OF = 'of:';

    /**
     * @param  string  $kind  value of a PromiseKind
     * @param  string  $date  when it was promised, ISO 8601 here and below
     * @param  string  $amount  as Amount writes it: of a pledge the whole, of a recurring gift what comes each time
     * @param  string  $currency  ISO 4217
     * @param  string  $frequency  value of a Frequency
     * @param  string  $start  day of the first installment
     * @param  string  $installments  how many there are; of a recurring gift '' if it has no end
     * @param  string  $end  no installment comes after it
     * @param  string  $course  as Course writes it; of a recurring gift alone
     * @param  string  $sourceId  its id in the system that it comes from
     * @param  string  $writtenOff  when the rest of a pledge was given up
     * @param  string  $reason  why it was
     */
    public function __construct(
        public string $kind = '',
        public string $date = '',
        public string $amount = '',
        public string $currency = '',
        public string $fund = '',
        public string $campaign = '',
        public string $appeal = '',
        public string $frequency = '',
        public string $start = '',
        public string $installments = '',
        public string $end = '',
        public string $course = '',
        public string $reference = '',
        public string $sourceId = '',
        public string $notes = '',
        public string $writtenOff = '',
        public string $reason = '',
    ) {}

    /** @param  array<string, int|string|null>  $columns  as they are stored; those that are missing are blank */
    public static function stored(array $columns): self
    {
        return new self(...array_map(static fn(string $column): string => (string) ($columns[$column] ?? ''), array_values(self::COLUMNS)));
    }

    /** What a row or a batch brings as a gift of the kind "pledge". */
    public static function ofGift(Gift $gift): self
    {
        return new self(
            kind: PromiseKind::Pledge->value,
            date: $gift->date,
            amount: $gift->amount,
            currency: $gift->currency,
            fund: $gift->fund,
            campaign: $gift->campaign,
            appeal: $gift->appeal,
            reference: $gift->reference,
            sourceId: $gift->sourceId,
            notes: $gift->notes,
        );
    }

    /** The gift that it was told apart by while promises were a kind of gift: what came in then is recognized still. */
    public function asGift(): Gift
    {
        return new Gift(
            date: $this->date,
            amount: $this->amount,
            fund: $this->fund,
            kind: $this->isPledge() ? GiftKind::Pledge->value : PromiseKind::Recurring->value,
            reference: $this->reference,
            currency: $this->currency,
            // A gift may have the same id in a system that counts them apart.
            sourceId: $this->sourceId === '' ? '' : "promise {$this->sourceId}",
        );
    }

    /**
     * The same with some other values.
     *
     * @param  array<string, string|null>  $columns  column to value
     */
    public function with(array $columns): self
    {
        return self::stored([...$this->columns(), ...$columns]);
    }

    /** @return array<string, ?string> every column to its value; null for what is blank */
    public function columns(): array
    {
        return array_map(
            static fn(string $value): ?string => $value === '' ? null : $value,
            array_combine(array_values(self::COLUMNS), array_map(fn(string $part): string => $this->{$part}, array_keys(self::COLUMNS))),
        );
    }

    /** @return array<string, string> column to its value, known ones only */
    public function fields(): array
    {
        return array_filter($this->columns(), is_string(...));
    }

    public function isPledge(): bool
    {
        return $this->kind !== PromiseKind::Recurring->value;
    }

    public function money(): Amounts
    {
        return Amounts::of($this->currency === '' ? Currency::DEFAULT : $this->currency, $this->amount);
    }

    /** Whether an id means it: that of the system that it comes from, or its reference. */
    public function isCalled(string $id): bool
    {
        return $id !== '' && in_array(mb_strtolower($id), [mb_strtolower($this->sourceId), mb_strtolower($this->reference)], true);
    }
}
