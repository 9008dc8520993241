<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GiftKind;

/** A gift as a row brings it; '' for what the row does not say. */
final readonly class IncomingGift
{
    /**
     * @param  string  $date  ISO 8601
     * @param  string  $amount  as Amount writes it
     * @param  string  $kind  value of a GiftKind
     * @param  string  $anonymous  "yes" or "no"
     * @param  string  $currency  ISO 4217
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
    ) {}

    /**
     * The same, with a value for each part that has none.
     *
     * @param  array{fund?: string, kind?: string, campaign?: string, appeal?: string, anonymous?: string}  $parts
     */
    public function orElse(array $parts): self
    {
        $or = static fn(string $own, string $part): string => $own !== '' ? $own : $parts[$part] ?? '';

        return new self(
            $this->date,
            $this->amount,
            $or($this->fund, 'fund'),
            $or($this->kind, 'kind'),
            $this->reference,
            $or($this->campaign, 'campaign'),
            $or($this->appeal, 'appeal'),
            $this->tribute,
            $or($this->anonymous, 'anonymous'),
            $this->notes,
            $this->currency,
        );
    }

    /** @return array<string, string> column of the gift to its value, known ones only */
    public function fields(): array
    {
        return array_filter(
            [
                'given_on' => $this->date,
                'amount' => $this->amount,
                'currency' => $this->currency,
                'fund' => $this->fund,
                'kind' => $this->kind,
                'reference' => $this->reference,
                'campaign' => $this->campaign,
                'appeal' => $this->appeal,
                'tribute' => $this->tribute,
                'anonymous' => $this->anonymous,
                'notes' => $this->notes,
            ],
            static fn(string $value): bool => $value !== '',
        );
    }

    /** Equal for two gifts of one supporter that nothing tells apart. */
    public static function identity(
        string $date,
        string $amount,
        string $currency,
        ?string $fund,
        ?string $kind,
        ?string $reference,
    ): string {
        return implode('|', [
            $date,
            "{$currency} {$amount}",
            mb_strtolower((string) $fund),
            (string) $kind,
            mb_strtolower((string) $reference),
        ]);
    }

    /** Promises are never part of what is given. */
    public function isPromise(): bool
    {
        return GiftKind::tryFrom($this->kind)?->isPromise() ?? false;
    }

    public function money(): Amounts
    {
        return Amounts::of($this->currency, $this->amount);
    }

    public function sameness(): string
    {
        return self::identity($this->date, $this->amount, $this->currency, $this->fund, $this->kind, $this->reference);
    }
}
