<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Query\Builder;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GiftKind;

/** What some gifts come to, by currency. Promises are counted apart: they are not given yet. */
final readonly class GiftSums
{
    private function __construct(public int $gifts, public Amounts $given, public int $promises, public Amounts $promised) {}

    /** @param  Builder  $gifts  on the table of gifts, without an order */
    public static function of(Builder $gifts): self
    {
        return self::by($gifts, '0')['0'] ?? self::none();
    }

    /**
     * @param  Builder  $gifts  on the table of gifts, without an order
     * @param  string  $group  an SQL expression
     * @return array<array-key, self> by the value of the expression
     */
    public static function by(Builder $gifts, string $group): array
    {
        $sums = [];
        $rows = (clone $gifts)
            ->groupBy('whose', 'currency', 'is_promise')
            ->selectRaw("{$group} as whose, currency, kind <=> ? as is_promise, count(*) as n, sum(amount) as amount", [
                GiftKind::Pledge->value,
            ]);
        foreach ($rows->get() as $row) {
            $sums[$row->whose] = ($sums[$row->whose] ?? self::none())->plus(
                (int) $row->n,
                Amounts::of($row->currency, $row->amount),
                (bool) $row->is_promise,
            );
        }

        return $sums;
    }

    public static function none(): self
    {
        return new self(0, Amounts::none(), 0, Amounts::none());
    }

    private function plus(int $count, Amounts $amounts, bool $isPromise): self
    {
        return $isPromise
            ? new self($this->gifts, $this->given, $this->promises + $count, $this->promised->plus($amounts))
            : new self($this->gifts + $count, $this->given->plus($amounts), $this->promises, $this->promised);
    }
}
