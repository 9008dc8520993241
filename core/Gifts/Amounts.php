<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** Money by currency. Amounts of two currencies are never added together. */
final readonly class Amounts
{
    /** @param  array<string, string>  $byCode  code of ISO 4217 to an amount as Amount writes it; none of them zero */
    private function __construct(private array $byCode) {}

    public static function none(): self
    {
        return new self([]);
    }

    public static function of(string $currency, string $amount): self
    {
        return new self($amount === '' || Amount::isZero($amount) ? [] : [$currency => Amount::sum([$amount])]);
    }

    /** @param  array<string, string>  $byCode */
    public static function fromArray(array $byCode): self
    {
        $sum = self::none();
        foreach ($byCode as $currency => $amount) {
            $sum = $sum->plus(self::of($currency, $amount));
        }

        return $sum;
    }

    public function plus(self $other): self
    {
        if ($this->byCode === [] || $other->byCode === []) {
            return $this->byCode === [] ? $other : $this;
        }
        $sums = $this->byCode;
        foreach ($other->byCode as $currency => $amount) {
            $sums[$currency] = Amount::sum(isset($sums[$currency]) ? [$sums[$currency], $amount] : [$amount]);
        }

        ksort($sums);

        return new self(array_filter($sums, static fn(string $amount): bool => !Amount::isZero($amount)));
    }

    public function minus(self $other): self
    {
        return $this->plus(new self(array_map(static fn(string $amount): string => Amount::difference('0', $amount), $other->byCode)));
    }

    public function in(string $currency): string
    {
        return $this->byCode[$currency] ?? '0.00';
    }

    /** @return list<string> */
    public function currencies(): array
    {
        return array_keys($this->byCode);
    }

    /** @return array<string, string> without those that are zero */
    public function toArray(): array
    {
        return $this->byCode;
    }
}
