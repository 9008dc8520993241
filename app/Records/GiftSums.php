<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
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

    /**
     * @param  list<int>  $supporters
     * @return array<int, string> supporter to the day of the last gift; a promise is none
     */
    public static function latest(array $supporters): array
    {
        return DB::table('gifts')
            ->whereIn('supporter_id', $supporters)
            ->whereRaw('not kind <=> ?', [GiftKind::Pledge->value])
            ->whereNull('corrects_id')
            ->groupBy('supporter_id')
            ->selectRaw('supporter_id, max(given_on) as latest')
            ->pluck('latest', 'supporter_id')
            ->all();
    }
}
