<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** What some gifts come to, by currency, without what was taken back. Promises are counted apart: they are not given yet. */
final readonly class GiftTotals
{
    private function __construct(public int $gifts, public Amounts $given, public int $promises, public Amounts $promised) {}

    public static function none(): self
    {
        return new self(0, Amounts::none(), 0, Amounts::none());
    }

    /** @param  array<Gift>  $gifts */
    public static function of(array $gifts): self
    {
        return array_reduce(
            $gifts,
            static fn(self $totals, Gift $gift): self => $totals->plus(
                $gift->corrects === null ? 1 : 0,
                $gift->money(),
                $gift->isPromise(),
            ),
            self::none(),
        );
    }

    public function with(self $others): self
    {
        return $this->plus($others->gifts, $others->given, false)->plus($others->promises, $others->promised, true);
    }

    /** With some more of one kind, and what they come to together. */
    public function plus(int $count, Amounts $amounts, bool $isPromise): self
    {
        return $isPromise
            ? new self($this->gifts, $this->given, $this->promises + $count, $this->promised->plus($amounts))
            : new self($this->gifts + $count, $this->given->plus($amounts), $this->promises, $this->promised);
    }
}
