<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** A gift: as a row or a form brings it, or as it is stored. '' for what nobody says of it. */
final readonly class Gift
{
    /** The column in which each part is kept. */
    public const COLUMNS = [
        'date' => 'given_on',
        'amount' => 'amount',
        'currency' => 'currency',
        'fund' => 'fund',
        'kind' => 'kind',
        'reference' => 'reference',
        'campaign' => 'campaign',
        'appeal' => 'appeal',
        'tribute' => 'tribute',
        'anonymous' => 'anonymous',
        'notes' => 'notes',
        'splits' => 'splits',
        'description' => 'description',
        'units' => 'units',
        'tributeKind' => 'tribute_kind',
        'tell' => 'tell',
        'receipt' => 'receipt',
        'receiptDate' => 'receipt_on',
        'benefit' => 'benefit',
        'fee' => 'fee',
        'sourceId' => 'source_id',
        'reason' => 'reason',
        'credits' => 'credits',
    ];

    /** Columns with numbers of other things: the gift that it takes back or corrects, the intake that brought it, its batch, the promise that it pays, and whom it honors. */
    public const NUMBERS = [
        'corrects' => 'corrects_id',
        'intake' => 'intake_id',
        'batch' => 'batch_id',
        'promise' => 'promise_id',
        'honored' => 'tribute_id',
    ];

    /**
     * @param  string  $date  ISO 8601
     * @param  string  $amount  as Amount writes it; below zero for money that goes back
     * @param  string  $kind  value of a GiftKind
     * @param  string  $anonymous  "yes" or "no"
     * @param  string  $currency  ISO 4217
     * @param  string  $splits  as Splits writes them; what the first has is the fund, campaign and appeal of the gift
     * @param  string  $description  what was given in kind, or which stock
     * @param  string  $units  of stock
     * @param  string  $tributeKind  value of a TributeKind
     * @param  string  $tell  whom to tell of the tribute
     * @param  string  $receiptDate  ISO 8601
     * @param  string  $benefit  what came in return was worth; in the currency of the gift, as Amount writes it
     * @param  string  $fee  what was kept back on the way; in the currency of the gift, as Amount writes it
     * @param  string  $sourceId  its id in the system that it comes from
     * @param  string  $reason  of one that takes back or corrects another: why
     * @param  string  $credits  as Credits writes them
     * @param  ?string  $corrects  number of the gift that it takes back or corrects, or the reference that stands for it
     * @param  ?int  $intake  of a stored one, the intake that brought it; null if none did
     * @param  ?int  $batch  the batch that it waits in or was posted with; null if it came in without one
     * @param  ?string  $promise  number of the promise that it pays, or the reference that stands for it
     * @param  ?string  $honored  number of the supporter whom it honors or remembers, or the reference that stands for them; the text beside it stays as it was written
     */
    public function __construct(
        public string $date = '',
        public string $amount = '',
        public string $fund = '',
        public string $kind = '',
        public string $reference = '',
        public string $campaign = '',
        public string $appeal = '',
        public string $tribute = '',
        public string $anonymous = '',
        public string $notes = '',
        public string $currency = '',
        public string $splits = '',
        public string $description = '',
        public string $units = '',
        public string $tributeKind = '',
        public string $tell = '',
        public string $receipt = '',
        public string $receiptDate = '',
        public string $benefit = '',
        public string $fee = '',
        public string $sourceId = '',
        public string $reason = '',
        public string $credits = '',
        public ?string $corrects = null,
        public ?int $intake = null,
        public ?int $batch = null,
        public ?string $promise = null,
        public ?string $honored = null,
    ) {}

    /** @param  array<string, int|string|null>  $columns  as they are stored; those that are missing are blank */
    public static function stored(array $columns): self
    {
        $text = static fn(string $column): string => (string) ($columns[$column] ?? '');
        $number = static fn(string $column): ?int => isset($columns[$column]) ? (int) $columns[$column] : null;

        return new self(
            $text(self::COLUMNS['date']),
            $text(self::COLUMNS['amount']),
            $text(self::COLUMNS['fund']),
            $text(self::COLUMNS['kind']),
            $text(self::COLUMNS['reference']),
            $text(self::COLUMNS['campaign']),
            $text(self::COLUMNS['appeal']),
            $text(self::COLUMNS['tribute']),
            $text(self::COLUMNS['anonymous']),
            $text(self::COLUMNS['notes']),
            $text(self::COLUMNS['currency']),
            $text(self::COLUMNS['splits']),
            $text(self::COLUMNS['description']),
            $text(self::COLUMNS['units']),
            $text(self::COLUMNS['tributeKind']),
            $text(self::COLUMNS['tell']),
            $text(self::COLUMNS['receipt']),
            $text(self::COLUMNS['receiptDate']),
            $text(self::COLUMNS['benefit']),
            $text(self::COLUMNS['fee']),
            $text(self::COLUMNS['sourceId']),
            $text(self::COLUMNS['reason']),
            $text(self::COLUMNS['credits']),
            $text(self::NUMBERS['corrects']) === '' ? null : $text(self::NUMBERS['corrects']),
            $number(self::NUMBERS['intake']),
            $number(self::NUMBERS['batch']),
            $text(self::NUMBERS['promise']) === '' ? null : $text(self::NUMBERS['promise']),
            $text(self::NUMBERS['honored']) === '' ? null : $text(self::NUMBERS['honored']),
        );
    }

    /**
     * The same with some other values.
     *
     * @param  array<string, string|int|null>  $columns  column to value
     */
    public function with(array $columns): self
    {
        return self::stored([...$this->columns(), ...$columns]);
    }

    /**
     * The same, with a value for each part that has none.
     *
     * @param  array{fund?: string, kind?: string, campaign?: string, appeal?: string, anonymous?: string}  $parts
     */
    public function orElse(array $parts): self
    {
        $missing = array_filter($parts, fn(string $part): bool => $this->{$part} === '', ARRAY_FILTER_USE_KEY);
        $columns = [];
        foreach (
            $this->splits === '' ? $missing : array_diff_key($missing, ['fund' => 1, 'campaign' => 1, 'appeal' => 1])
            as $part => $value
        ) {
            $columns[self::COLUMNS[$part]] = $value;
        }

        return $columns === [] ? $this : $this->with($columns);
    }

    /** @return array<string, ?string> every column to its value; null for what is blank */
    public function columns(): array
    {
        $columns = [];
        foreach ([...self::COLUMNS, ...self::NUMBERS] as $part => $column) {
            $value = (string) $this->{$part};
            $columns[$column] = $value === '' ? null : $value;
        }

        return $columns;
    }

    /** @return array<string, string> column to its value, known ones only */
    public function fields(): array
    {
        return array_filter($this->columns(), is_string(...));
    }

    /** @return string the value of a column; '' if it is blank */
    public function value(string $column): string
    {
        $part = array_search($column, self::COLUMNS, true);

        return $part === false ? '' : $this->{$part};
    }

    /** @return list<string> what it is for in a column, part by part; '' where a part does not say */
    public function values(string $column): array
    {
        return $this->splits === '' || !in_array($column, ['fund', 'campaign', 'appeal'], true)
            ? [$this->value($column)]
            : array_column(Splits::stored($this->splits)->parts, $column);
    }

    /** @return non-empty-list<Split> what it is given for: its parts, or the whole as one */
    public function parts(): array
    {
        $parts = Splits::stored($this->splits)->parts;

        return $parts === [] ? [new Split($this->amount, $this->fund, $this->campaign, $this->appeal)] : $parts;
    }

    /** Whether its parts come to it, and the first of them is for what it says itself. */
    public function isWhole(): bool
    {
        $splits = Splits::stored($this->splits);
        $first = $splits->parts[0] ?? null;

        return $first === null ||
            (Amount::equal($splits->sum(), $this->amount === '' ? '0.00' : $this->amount) &&
                [$first->fund, $first->campaign, $first->appeal] === [$this->fund, $this->campaign, $this->appeal]);
    }

    /** Promises are never part of what is given. */
    public function isPromise(): bool
    {
        return GiftKind::tryFrom($this->kind)?->isPromise() ?? false;
    }

    /** Whether it is goods of which it is said what they are: nobody need know what they are worth. */
    public function isOfGoods(): bool
    {
        return $this->kind === GiftKind::InKind->value && $this->description !== '';
    }

    /** Whether it counts as one gift: neither a promise, nor what takes a gift back or corrects it. */
    public function isOne(): bool
    {
        return $this->corrects === null && !$this->isPromise();
    }

    public function money(): Amounts
    {
        // What came in before currencies were read has the usual one.
        return Amounts::of($this->currency === '' ? Currency::DEFAULT : $this->currency, $this->amount);
    }

    /** @return string what is left of it without the fee */
    public function net(): string
    {
        return $this->fee === '' ? $this->amount : Amount::difference($this->amount, $this->fee);
    }

    /** Equal for two gifts of one supporter that nothing tells apart but their ids in another system. */
    public function sameness(): string
    {
        // What a correction has from the gift that it points to tells it from no other. What says why it was made is one, whatever it points to.
        return $this->corrects !== null || $this->reason !== ''
            ? implode('|', [$this->date, "{$this->currency} {$this->amount}", 'corrects', '', mb_strtolower($this->reference)])
            : implode('|', [
                $this->date,
                "{$this->currency} {$this->amount}",
                mb_strtolower($this->fund),
                $this->kind,
                mb_strtolower($this->reference),
            ]);
    }
}
