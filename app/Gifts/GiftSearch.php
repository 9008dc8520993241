<?php

declare(strict_types=1);

namespace App\Gifts;

use App\Lists\ListSort;
use App\Records\Gift;
use App\Standards\FieldAccess;
use App\Standards\Shortfalls;
use App\Support\Lists;
use App\Supporters\SearchIndex;
use App\Supporters\Searching\SearchTerms;
use App\Supporters\UnseenField;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GiftTotals;
use PineSieve\Core\Gifts\Period;
use PineSieve\Core\Searches\Searched;

/**
 * Which gifts a list shows, and what they come to month by month: of a gift that is split over funds, what is for the fund that is asked for.
 * What is asked for by day, purpose, kind and currency alone is read from what was added up already.
 *
 * @phpstan-type MonthOfGifts array{listed: int, totals: GiftTotals}
 */
final readonly class GiftSearch
{
    /** What can be asked for by a part of the gift: the key to the field, its column, and how they are compared. */
    private const PARTS = [
        'least' => ['gift.amount', 'amount', '>='],
        'most' => ['gift.amount', 'amount', '<='],
        'kind' => ['gift.kind', 'kind', '='],
        'currency' => ['gift.currency', 'currency', '='],
    ];

    /** What a gift, or a part of it, is for. */
    private const PURPOSES = ['fund', 'campaign', 'appeal'];

    /** What else can be asked for. */
    private const FURTHER = ['q', 'intake', 'batch', 'promise', 'rule', 'status', 'where'];

    /** What sums are kept by, and what counts are kept by. */
    private const SUMMED = ['from', 'to', 'month', 'kind', 'currency', ...self::PURPOSES];

    private const COUNTED = ['from', 'to', 'month', 'kind', 'currency', 'least', 'most'];

    /** As many can be found first, and put in order then. */
    private const FEW = 10_000;

    /** @param  array<string, string>  $asked  what is asked for, without what is blank */
    private function __construct(private array $asked, private Period $period, private FieldAccess $sight) {}

    /**
     * @param  array<string, mixed>  $asked  q (whose they are), intake, batch, promise (that they pay), from, to, month ("2026-11"), rule (that they fall short of), status (a GiftStatus), where (JSON, as SearchReader reads it), and the keys of PARTS and PURPOSES; of purposes, statuses, batches and intakes several may be asked for, one below the other
     *
     * @throws UnseenField if it asks by what the person may not see
     */
    public static function of(array $asked, FieldAccess $sight): self
    {
        $text = array_filter(
            array_map(
                static fn(mixed $value): string => is_string($value) ? trim($value) : '',
                array_intersect_key($asked, array_flip([...self::SUMMED, ...self::FURTHER, 'least', 'most'])),
            ),
            static fn(string $value): bool => $value !== '',
        );
        $fields = array_column(self::PARTS, 0);
        $needed = [
            ...array_intersect_key(array_combine(array_keys(self::PARTS), $fields), $text),
            ...array_intersect_key(array_fill_keys(['from', 'to', 'month'], 'gift.date'), $text),
            ...isset($text['status']) ? ['gift.amount'] : [],
            ...array_map(static fn(string $purpose): string => "gift.{$purpose}", array_intersect(self::PURPOSES, array_keys($text))),
        ];
        foreach ($needed as $field) {
            $sight->sees($field) || throw new UnseenField();
        }
        $period = new Period($text['from'] ?? null, $text['to'] ?? null);

        return new self($text, isset($text['month']) ? $period->within($text['month']) : $period, $sight);
    }

    /** What they come to, all months together. */
    public function totals(): GiftTotals
    {
        return self::summed($this->months());
    }

    /** @param  array<string, MonthOfGifts>  $months */
    public static function summed(array $months): GiftTotals
    {
        return array_reduce(
            $months,
            static fn(GiftTotals $sum, array $month): GiftTotals => $sum->with($month['totals']),
            GiftTotals::none(),
        );
    }

    /** @return array<string, MonthOfGifts> month to how many are listed, and what they come to */
    public function months(): array
    {
        return self::added(
            match (true) {
                $this->asksNoMoreThan(self::SUMMED) => $this->kept(),
                $this->asksNoMoreThan(self::COUNTED) => $this->counted(),
                default => [$this->monthly($this->gifts()->toBase(), $this->amount())],
            },
        );
    }

    /**
     * @param  int  $listed  how many there are
     * @return list<int> numbers of the gifts of a page, the latest first if nothing else is asked for
     */
    public function page(int $offset, int $limit, int $listed, ListSort $sort): array
    {
        $sorted = $this->gifts()->toBase();
        if ($sort->key === 'supporter' && $listed > self::FEW) {
            return $this->bySupporter($sorted, $offset, $limit, $sort->isDown ? 'desc' : 'asc');
        }
        if ($sort->key === 'status') {
            GiftColumns::wentBack($sorted);
        }
        if (!self::isLatest($sort) && GiftColumns::list()->sort($sorted, $sort)) {
            return Lists::ints($sorted->offset($offset)->limit($limit)->pluck('id'));
        }
        if ($this->purposes() !== [] && $this->asksNoMoreThan(self::SUMMED)) {
            $whole = $this->latest(
                $this->wholes()
                    ->toBase()
                    ->select(['id', 'given_on']),
                'id',
                $offset + $limit,
            );
            $split = $this->latest(
                $this->parts()
                    ->select(['gift_id as id', 'given_on'])
                    ->groupBy('given_on', 'gift_id'),
                'gift_id',
                $offset + $limit,
            );

            return Lists::ints(
                DB::query()
                    ->fromSub($whole->unionAll($split), 'found')
                    ->orderByDesc('given_on')
                    ->orderByDesc('id')
                    ->offset($offset)
                    ->limit($limit)
                    ->pluck('id'),
            );
        }
        $gifts = $this->gifts()->toBase();
        if ($listed > self::FEW && $this->asksNoMoreThan(self::COUNTED)) {
            // Many of all are listed: they are read in their order until there are enough.
            $gifts->forceIndex('gifts_given_on_index');
        } elseif (isset($this->asked['status'])) {
            $gifts->forceIndex('primary');
        }

        return Lists::ints($gifts->orderByDesc('given_on')->orderByDesc('id')->offset($offset)->limit($limit)->pluck('id'));
    }

    /** @return string an SQL expression: how much of each gift counts */
    public function amount(): string
    {
        $purposes = $this->purposes();

        return $purposes === []
            ? 'amount'
            : 'if(splits is null, amount, (select sum(s.amount) from gift_splits s where s.gift_id = gifts.id and ' .
                    self::matching($purposes) .
                    '))';
    }

    /** @return Builder<Gift> all that is asked for */
    public function gifts(): Builder
    {
        $gifts = $this->ofPeriod(Gift::query());
        $purposes = $this->purposes();
        if ($purposes !== []) {
            $parts = 'select 1 from gift_splits s where s.gift_id = gifts.id and ' . self::matching($purposes);
            $gifts->where(
                static fn(Builder $either) => $either
                    ->where(static fn(Builder $whole) => $whole->whereNull('splits')->where(self::isFor($purposes)))
                    ->orWhere(static fn(Builder $split) => $split->whereNotNull('splits')->whereRaw("exists ({$parts})")),
            );
        }
        $this->ofParts($gifts->getQuery());
        $numbers = fn(string $key): array => Lists::ints(array_filter(Lists::lines($this->asked[$key] ?? ''), ctype_digit(...)));
        if (isset($this->asked['q'])) {
            $matching = app(SearchIndex::class)->matching($this->asked['q'], $this->sight);
            $matching === null ? $gifts->whereRaw('1 = 0') : $gifts->whereIn('supporter_id', $matching);
        }
        foreach (['intake' => 'intake_id', 'batch' => 'batch_id', 'promise' => 'promise_id'] as $key => $column) {
            $gifts->when($numbers($key) !== [], static fn(Builder $of) => $of->whereIn($column, $numbers($key)));
        }
        foreach (array_slice($numbers('rule'), 0, 1) as $rule) {
            $gifts->whereIn('id', Shortfalls::gifts($rule));
        }
        if (isset($this->asked['where'])) {
            app(SearchTerms::class)->narrowThings($gifts->getQuery(), 'gifts', Searched::Gifts, $this->asked['where']);
        }
        if (isset($this->asked['status'])) {
            $statuses = array_map(GiftStatus::from(...), Lists::lines($this->asked['status']));
            $gifts->where(static function (Builder $either) use ($statuses): void {
                foreach ($statuses as $status) {
                    $either->orWhere(static fn(Builder $of) => $status->narrow($of));
                }
            });
        }

        return $gifts;
    }

    /** @return list<Query> what was added up, the days that are cut from whole months, and parts of split gifts */
    private function kept(): array
    {
        $purposes = $this->purposes();
        $queries = [
            $this->ofMonths(DB::table('gift_sums'))
                ->when($purposes !== [], static fn(Query $sums) => $sums->where('is_split', false)->where(self::isFor($purposes)))
                ->groupBy('month', 'currency')
                ->selectRaw('month, currency, sum(listed) as listed, sum(gifts) as gifts, sum(amount) as amount'),
        ];
        foreach ($this->period->rest() as $days) {
            $queries[] = $this->monthly($this->wholes()->whereBetween('given_on', $days)->toBase(), 'amount');
        }
        if ($purposes !== []) {
            $queries[] = self::byMonth(
                $this->parts(),
                'count(distinct gift_id) as listed, count(distinct if(corrects, null, gift_id)) as gifts, sum(amount) as amount',
            );
        }

        return $queries;
    }

    /** @return list<Query> how many there are of each amount, and the days that are cut from whole months */
    private function counted(): array
    {
        $queries = [
            $this->ofMonths(DB::table('gift_amounts'))
                ->groupBy('month', 'currency')
                ->selectRaw('month, currency, sum(listed) as listed, sum(gifts) as gifts, sum(listed * amount) as amount'),
        ];
        foreach ($this->period->rest() as $days) {
            $queries[] = $this->monthly($this->ofParts(Gift::query()->toBase())->whereBetween('given_on', $days), 'amount');
        }

        return $queries;
    }

    /** @return Builder<Gift> gifts that are asked for as a whole: where a purpose is asked for, those that are not split */
    private function wholes(): Builder
    {
        $gifts = $this->ofPeriod(Gift::query());
        $this->ofParts($gifts->getQuery());

        return $this->purposes() === [] ? $gifts : $gifts->whereNull('splits')->where(self::isFor($this->purposes()));
    }

    private function parts(): Query
    {
        $parts = $this->ofParts(DB::table('gift_splits'))->where(self::isFor($this->purposes()));

        return $parts
            ->when($this->period->from !== null, fn(Query $of) => $of->where('given_on', '>=', $this->period->from))
            ->when($this->period->until !== null, fn(Query $of) => $of->where('given_on', '<=', $this->period->until));
    }

    /**
     * @param  Builder<Gift>  $gifts
     * @return Builder<Gift>
     */
    private function ofPeriod(Builder $gifts): Builder
    {
        return $gifts
            ->when($this->period->from !== null, fn(Builder $of) => $of->where('given_on', '>=', $this->period->from))
            ->when($this->period->until !== null, fn(Builder $of) => $of->where('given_on', '<=', $this->period->until));
    }

    /** Of what is kept by month, the whole months. */
    private function ofMonths(Query $kept): Query
    {
        [$first, $last] = $this->period->months();

        return $this->ofParts($kept)
            ->when($first !== null, static fn(Query $sums) => $sums->where('month', '>=', $first))
            ->when($last !== null, static fn(Query $sums) => $sums->where('month', '<=', $last));
    }

    private function ofParts(Query $query): Query
    {
        foreach (array_intersect_key(self::PARTS, $this->asked) as $key => [, $column, $test]) {
            $query->where($column, $test, $this->asked[$key]);
        }

        return $query;
    }

    /** @param  list<string>  $keys */
    private function asksNoMoreThan(array $keys): bool
    {
        return array_diff_key($this->asked, array_flip($keys)) === [];
    }

    /** @return array<string, list<string>> column to values, of which any will do */
    private function purposes(): array
    {
        return array_map(Lists::lines(...), array_intersect_key($this->asked, array_flip(self::PURPOSES)));
    }

    /**
     * @param  array<string, list<string>>  $purposes
     * @return \Closure(Builder<Gift>|Query): void
     */
    private static function isFor(array $purposes): \Closure
    {
        return static function (Builder|Query $of) use ($purposes): void {
            foreach ($purposes as $column => $values) {
                $of->whereIn($column, $values);
            }
        };
    }

    /** @param  array<string, list<string>>  $purposes */
    private static function matching(array $purposes): string
    {
        return implode(
            ' and ',
            array_map(
                static fn(string $column, array $values): string => "s.{$column} in (" .
                    implode(', ', array_map(DB::connection()->escape(...), $values)) .
                    ')',
                array_keys($purposes),
                $purposes,
            ),
        );
    }

    /**
     * Of many gifts a page is met sooner on a walk along the names than by putting all of them in order.
     *
     * @param  'asc'|'desc'  $direction
     * @return list<int>
     */
    private function bySupporter(Query $gifts, int $offset, int $limit, string $direction): array
    {
        $found = DB::table(DB::raw('supporters as s force index (supporters_sort)'))
            ->selectRaw('straight_join found.id as id')
            ->joinSub($gifts->select(['gifts.id', 'gifts.supporter_id']), 'found', 'found.supporter_id', '=', 's.id')
            ->orderByRaw("s.sort_key {$direction}, s.id {$direction}")
            ->offset($offset)
            ->limit($limit);

        return Lists::ints($found->pluck('id'));
    }

    private static function isLatest(ListSort $sort): bool
    {
        return $sort->key === '' || ($sort->key === 'date' && $sort->isDown);
    }

    private function latest(Query $of, string $id, int $most): Query
    {
        return $of->orderByDesc('given_on')->orderByDesc($id)->limit($most);
    }

    private function monthly(Query $gifts, string $amount): Query
    {
        return self::byMonth($gifts, "count(*) as listed, sum(corrects_id is null) as gifts, sum({$amount}) as amount");
    }

    /** @param  string  $sums  SQL expressions for "listed", "gifts" and "amount" */
    private static function byMonth(Query $gifts, string $sums): Query
    {
        // Days first: there are few of them, and a month is made of each but once.
        $days = $gifts->groupBy('given_on', 'currency')->selectRaw("given_on, currency, {$sums}");

        return DB::query()
            ->fromSub($days, 'days')
            ->groupBy('month', 'currency')
            ->selectRaw(
                "date_format(given_on, '%Y-%m') as month, currency, sum(listed) as listed, sum(gifts) as gifts, sum(amount) as amount",
            );
    }

    /**
     * @param  list<Query>  $queries
     * @return array<string, MonthOfGifts>
     */
    private static function added(array $queries): array
    {
        $months = [];
        foreach ($queries as $query) {
            foreach ($query->get() as $row) {
                $month = $months[$row->month] ?? ['listed' => 0, 'totals' => GiftTotals::none()];
                $months[$row->month] = [
                    'listed' => $month['listed'] + (int) $row->listed,
                    'totals' => $month['totals']->plus((int) $row->gifts, Amounts::of($row->currency, $row->amount), false),
                ];
            }
        }

        return array_filter($months, static fn(array $month): bool => $month['listed'] > 0);
    }
}
