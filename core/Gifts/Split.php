<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** One part of a gift that was given for several things. '' for what nobody says of it. */
final readonly class Split
{
    /** Stands between what is written of a part, and so in none of its values. */
    public const MARK = '|';

    /** @param  string  $amount  as Amount writes it */
    public function __construct(
        public string $amount,
        public string $fund = '',
        public string $campaign = '',
        public string $appeal = '',
    ) {}

    /** @return string "60.00 | Roof fund | Spring drive" */
    public function written(): string
    {
        return rtrim(implode(' ' . self::MARK . ' ', [$this->amount, $this->fund, $this->campaign, $this->appeal]), ' ' . self::MARK);
    }

    /** @return string "Roof fund, Spring drive"; '' if it is for nothing in particular */
    public function purpose(): string
    {
        return implode(', ', array_filter([$this->fund, $this->campaign, $this->appeal], static fn(string $part): bool => $part !== ''));
    }

    public function withAmount(string $amount): self
    {
        return new self($amount, $this->fund, $this->campaign, $this->appeal);
    }

    /** @param  'fund'|'campaign'|'appeal'  $what */
    public function of(string $what): string
    {
        return match ($what) {
            'fund' => $this->fund,
            'campaign' => $this->campaign,
            'appeal' => $this->appeal,
        };
    }

    /** @param  'fund'|'campaign'|'appeal'  $what */
    public function named(string $what, string $name): self
    {
        return new self(
            $this->amount,
            $what === 'fund' ? $name : $this->fund,
            $what === 'campaign' ? $name : $this->campaign,
            $what === 'appeal' ? $name : $this->appeal,
        );
    }

    /** Whether nothing is given by it: systems write 0.00 for parts that are not there. */
    public function isBlank(): bool
    {
        return $this->amount === '' ? $this->purpose() === '' : Amount::isZero($this->amount);
    }
}
