<?php

declare(strict_types=1);

namespace App\Supporters\Searching;

use App\Records\Supporter;
use Illuminate\Database\Eloquent\Builder as Supporters;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Searches\Condition;
use PineSieve\Core\Searches\Test;
use PineSieve\Core\Searches\Topic;

/**
 * What supporters gave, in a search. What is asked of whole years is answered from the sums by year (`gifts_by_year`), all else from the
 * gifts. A pledge is no gift; what takes a gift back counts against it.
 */
final readonly class GiftTerms
{
    private const PURPOSES = ['fund', 'campaign', 'appeal'];

    /** @param  Supporters<Supporter>  $supporters */
    public function narrow(Supporters $supporters, Condition $one): void
    {
        match ($one->topic()) {
            Topic::Given => $this->figures($supporters, $one, 'sum(amount)'),
            Topic::Count => $this->figures($supporters, $one, 'sum(gifts)'),
            Topic::Largest => $this->figures($supporters, $one, 'coalesce(max(largest), 0)'),
            Topic::Gave => $supporters->whereIn('supporters.id', $this->sums($one)->havingRaw('sum(gifts) > 0')),
            default => self::days($supporters, $one),
        };
    }

    /** @param  Supporters<Supporter>  $supporters */
    private function figures(Supporters $supporters, Condition $one, string $figure): void
    {
        $is = fn(string $sign, string $value): Builder => $this->sums($one)->havingRaw("{$figure} {$sign} ?", [$value]);
        $isZero = Amount::isZero($one->value());
        // Who gave nothing has no sum: what nothing fulfils is asked the other way round.
        match ($one->test) {
            Test::Over => $supporters->whereIn('supporters.id', $is('>', $one->value())),
            Test::AtLeast => $isZero ? $supporters : $supporters->whereIn('supporters.id', $is('>=', $one->value())),
            Test::Under => $supporters->whereNotIn('supporters.id', $is('>=', $one->value())),
            Test::AtMost => $supporters->whereNotIn('supporters.id', $is('>', $one->value())),
            Test::Between => $isZero
                ? $supporters->whereNotIn('supporters.id', $is('>', $one->values[1]))
                : $supporters->whereIn('supporters.id', $this->sums($one)->havingRaw("{$figure} between ? and ?", $one->values)),
            default => $isZero
                ? $supporters->whereNotIn('supporters.id', $is('<>', '0'))
                : $supporters->whereIn('supporters.id', $is('=', $one->value())),
        };
    }

    /** Supporters with what they gave, those alone who gave at all. */
    private function sums(Condition $one): Builder
    {
        $purposes = array_intersect_key($one->within, array_flip([...self::PURPOSES, 'kind']));
        [$from, $until] = [$one->narrowed('from'), $one->narrowed('until')];
        $isOfYears =
            $purposes === [] && in_array(substr($from, 4), ['', '-01-01'], true) && in_array(substr($until, 4), ['', '-12-31'], true);
        $sums = $isOfYears ? self::ofYears($from, $until) : self::ofGifts($one);

        return DB::query()
            ->fromSub($sums, 'sums')
            ->select('supporter_id')
            ->when($one->narrowed('currency') !== '', static fn(Builder $of) => $of->where('currency', $one->narrowed('currency')))
            ->groupBy('supporter_id');
    }

    private static function ofYears(string $from, string $until): Builder
    {
        return DB::table('gifts_by_year')
            ->select('supporter_id', 'currency', 'gifts', 'amount', 'largest')
            ->when($from !== '', static fn(Builder $of) => $of->where('year', '>=', (int) $from))
            ->when($until !== '', static fn(Builder $of) => $of->where('year', '<=', (int) $until));
    }

    private static function ofGifts(Condition $one): Builder
    {
        $of = static function (Builder $gifts, string $amount) use ($one): Builder {
            return $gifts
                ->selectRaw("gifts.supporter_id, gifts.currency, if(gifts.corrects_id is null, 1, 0) as gifts, {$amount} as amount")
                ->selectRaw("if(gifts.corrects_id is null, {$amount}, null) as largest")
                ->whereRaw('not gifts.kind <=> ?', [GiftKind::Pledge->value])
                ->when($one->narrowed('from') !== '', static fn(Builder $q) => $q->where('gifts.given_on', '>=', $one->narrowed('from')))
                ->when($one->narrowed('until') !== '', static fn(Builder $q) => $q->where('gifts.given_on', '<=', $one->narrowed('until')))
                ->when($one->narrowed('kind') !== '', static fn(Builder $q) => $q->where('gifts.kind', $one->narrowed('kind')));
        };
        $purposes = array_intersect_key($one->within, array_flip(self::PURPOSES));
        $gifts = $of(DB::table('gifts'), 'gifts.amount');
        if ($purposes === []) {
            return $gifts;
        }
        $parts = DB::table('gift_splits')->join('gifts', 'gifts.id', '=', 'gift_splits.gift_id');
        $parts = $of($parts, 'sum(gift_splits.amount)')->groupBy('gifts.id', 'gifts.supporter_id', 'gifts.currency', 'gifts.corrects_id');
        foreach ($purposes as $purpose => $name) {
            $gifts->where("gifts.{$purpose}", $name);
            $parts->where("gift_splits.{$purpose}", $name);
        }

        return $gifts->whereNull('gifts.splits')->unionAll($parts);
    }

    /** @param  Supporters<Supporter>  $supporters */
    private static function days(Supporters $supporters, Condition $one): void
    {
        $day = $one->topic() === Topic::First ? 'min(first_on)' : 'max(last_on)';
        $sums = DB::table('gifts_by_year')->select('supporter_id')->groupBy('supporter_id');
        $supporters->whereIn(
            'supporters.id',
            match ($one->test) {
                Test::Since => $sums->havingRaw("{$day} >= ?", [$one->value()]),
                Test::Before => $sums->havingRaw("{$day} < ?", [$one->value()]),
                Test::Between => $sums->havingRaw("{$day} between ? and ?", $one->values),
                default => $sums->havingRaw("{$day} in (" . implode(', ', array_fill(0, count($one->values), '?')) . ')', $one->values),
            },
        );
    }
}
