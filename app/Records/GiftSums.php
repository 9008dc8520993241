<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Query\Builder;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Gifts\GiftTotals;

/** What stored gifts come to, however many they are. */
final class GiftSums
{
    private function __construct() {}

    /**
     * @param  Builder  $gifts  on the table of gifts, without an order
     * @param  string  $amount  an SQL expression: how much of each counts
     */
    public static function of(Builder $gifts, string $amount = 'amount'): GiftTotals
    {
        return self::by($gifts, '0', $amount)['0'] ?? GiftTotals::none();
    }

    /**
     * @param  Builder  $gifts  on the table of gifts, without an order
     * @param  string  $group  an SQL expression
     * @param  string  $amount  an SQL expression: how much of each counts
     * @return array<array-key, GiftTotals> by the value of the expression
     */
    public static function by(Builder $gifts, string $group, string $amount = 'amount'): array
    {
        $sums = [];
        $rows = (clone $gifts)
            ->groupBy('whose', 'currency', 'is_promise')
            ->selectRaw("{$group} as whose, currency, kind <=> ? as is_promise, sum(corrects_id is null) as n, sum({$amount}) as amount", [
                GiftKind::Pledge->value,
            ]);
        foreach ($rows->get() as $row) {
            $sums[$row->whose] = ($sums[$row->whose] ?? GiftTotals::none())->plus(
                (int) $row->n,
                Amounts::of($row->currency, $row->amount),
                (bool) $row->is_promise,
            );
        }

        return $sums;
    }
}
