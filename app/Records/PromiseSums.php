<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Query\Builder;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GiftTotals;

/** What stored promises come to, as they were made, whatever came in of them. */
final class PromiseSums
{
    private function __construct() {}

    /** @param  Builder  $promises  on the table of promises, without an order */
    public static function of(Builder $promises): GiftTotals
    {
        $totals = GiftTotals::none();
        foreach ((clone $promises)->groupBy('currency')->selectRaw('currency, count(*) as n, sum(amount) as amount')->get() as $row) {
            $totals = $totals->plus((int) $row->n, Amounts::of($row->currency, $row->amount), true);
        }

        return $totals;
    }
}
