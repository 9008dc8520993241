<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** A gift as a row brings it; '' for what the row does not say. */
final readonly class IncomingGift
{
    /**
     * @param  string  $date  ISO 8601
     * @param  string  $amount  as Amount writes it
     * @param  string  $kind  value of a GiftKind
     * @param  string  $anonymous  "yes" or "no"
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
    ) {
    }

    /**
     * The same, with a value for each part that has none.
     *
     * @param  array{fund?: string, kind?: string, campaign?: string, appeal?: string, anonymous?: string}  $parts
     */
    public function orElse(array $parts): self
    {
        $or = static fn (string $own, string $part): string => $own !== '' ? $own : ($parts[$part] ?? '');

        return new self(
            $this->date, $this->amount, $or($this->fund, 'fund'), $or($this->kind, 'kind'), $this->reference, $or($this->campaign, 'campaign'),
            $or($this->appeal, 'appeal'), $this->tribute, $or($this->anonymous, 'anonymous'), $this->notes,
        );
    }

    /** @return array<string, string> column of the gift to its value, known ones only */
    public function fields(): array
    {
        return array_filter(
            [
                'given_on' => $this->date, 'amount' => $this->amount, 'fund' => $this->fund, 'kind' => $this->kind, 'reference' => $this->reference,
                'campaign' => $this->campaign, 'appeal' => $this->appeal, 'tribute' => $this->tribute, 'anonymous' => $this->anonymous, 'notes' => $this->notes,
            ],
            static fn (string $value): bool => $value !== '',
        );
    }

    /** Equal for two gifts of one supporter that nothing tells apart. */
    public static function identity(string $date, string $amount, ?string $fund, ?string $kind, ?string $reference): string
    {
        return implode('|', [$date, $amount, mb_strtolower((string) $fund), (string) $kind, mb_strtolower((string) $reference)]);
    }

    public function sameness(): string
    {
        return self::identity($this->date, $this->amount, $this->fund, $this->kind, $this->reference);
    }
}
