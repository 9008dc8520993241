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
    ];

    /**
     * @param  string  $date  ISO 8601
     * @param  string  $amount  as Amount writes it
     * @param  string  $kind  value of a GiftKind
     * @param  string  $anonymous  "yes" or "no"
     * @param  string  $currency  ISO 4217
     * @param  ?int  $intake  of a stored one, the intake that brought it; null if none did
     * @param  ?int  $batch  the batch that it waits in or was posted with; null if it came in without one
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
        public ?int $intake = null,
        public ?int $batch = null,
    ) {}

    /** @param  array<string, int|string|null>  $columns  as they are stored; those that are missing are blank */
    public static function stored(array $columns): self
    {
        $parts = array_map(static fn(string $column): string => (string) ($columns[$column] ?? ''), self::COLUMNS);

        return self::of($parts, self::number($columns['intake_id'] ?? null), self::number($columns['batch_id'] ?? null));
    }

    /**
     * The same, with a value for each part that has none.
     *
     * @param  array{fund?: string, kind?: string, campaign?: string, appeal?: string, anonymous?: string}  $parts
     */
    public function orElse(array $parts): self
    {
        $own = array_filter($this->parts(), static fn(string $value): bool => $value !== '');

        return self::of([...$parts, ...$own], $this->intake, $this->batch);
    }

    /** @return array<string, ?string> every column to its value; null for what is blank */
    public function columns(): array
    {
        $columns = [];
        foreach ($this->parts() as $part => $value) {
            $columns[self::COLUMNS[$part]] = $value === '' ? null : $value;
        }

        return [...$columns, 'intake_id' => self::text($this->intake), 'batch_id' => self::text($this->batch)];
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

    /** Promises are never part of what is given. */
    public function isPromise(): bool
    {
        return GiftKind::tryFrom($this->kind)?->isPromise() ?? false;
    }

    public function money(): Amounts
    {
        // What came in before currencies were read has the usual one.
        return Amounts::of($this->currency === '' ? Currency::DEFAULT : $this->currency, $this->amount);
    }

    /** Equal for two gifts of one supporter that nothing tells apart. */
    public function sameness(): string
    {
        return implode('|', [
            $this->date,
            "{$this->currency} {$this->amount}",
            mb_strtolower($this->fund),
            $this->kind,
            mb_strtolower($this->reference),
        ]);
    }

    /** @param  array<string, string>  $parts  to their values; those that are missing are blank */
    private static function of(array $parts, ?int $intake, ?int $batch): self
    {
        $part = static fn(string $name): string => $parts[$name] ?? '';

        return new self(
            $part('date'),
            $part('amount'),
            $part('fund'),
            $part('kind'),
            $part('reference'),
            $part('campaign'),
            $part('appeal'),
            $part('tribute'),
            $part('anonymous'),
            $part('notes'),
            $part('currency'),
            $intake,
            $batch,
        );
    }

    private static function number(int|string|null $id): ?int
    {
        return $id === null ? null : (int) $id;
    }

    private static function text(?int $id): ?string
    {
        return $id === null ? null : (string) $id;
    }

    /** @return array<string, string> part to its value */
    private function parts(): array
    {
        return array_map(fn(string $part): string => $this->{$part}, array_combine(array_keys(self::COLUMNS), array_keys(self::COLUMNS)));
    }
}
