<?php

declare(strict_types=1);

namespace App\Promises;

use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\SearchIndex;
use App\Supporters\Searching\SearchTerms;
use App\Supporters\UnseenField;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Promises\PromiseKind;
use PineSieve\Core\Promises\PromiseStatus;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Searches\Searched;

/** Promises that someone asks for, and what they come to. */
final readonly class PromiseSearch
{
    /** What can be asked for, with the field that it tells of. */
    private const FIELDS = [
        'kind' => 'promise.kind',
        'status' => 'promise.amount',
        'fund' => 'promise.fund',
        'campaign' => 'promise.campaign',
        'appeal' => 'promise.appeal',
    ];

    /**
     * @param  array<string, string>  $asked
     * @param  string  $today  ISO 8601
     */
    private function __construct(private array $asked, private FieldAccess $sight, private string $today) {}

    /**
     * @param  array<string, string>  $asked  q (whose they are), status (a PromiseStatus), intake, supporter, and the keys of FIELDS, each of which may have several, one below the other; where (JSON, as SearchReader reads it)
     *
     * @throws UnseenField if something is asked for that the person may not see
     */
    public static function of(array $asked, FieldAccess $sight): self
    {
        foreach (array_intersect_key(self::FIELDS, $asked) as $field) {
            if (!$sight->sees($field)) {
                throw new UnseenField();
            }
        }

        return new self($asked, $sight, now()->format('Y-m-d'));
    }

    /** @return Builder on promises (p) and what came in of them (s) */
    public function found(): Builder
    {
        $found = self::all();
        foreach (array_diff_key(array_intersect_key($this->asked, self::FIELDS), ['status' => 1]) as $column => $value) {
            $found->whereIn("p.{$column}", Lists::lines($value));
        }
        foreach (['intake' => 'p.intake_id', 'supporter' => 'p.supporter_id'] as $key => $column) {
            $found->when(isset($this->asked[$key]), fn(Builder $of) => $of->where($column, (int) $this->asked[$key]));
        }
        if (isset($this->asked['q'])) {
            $matching = app(SearchIndex::class)->matching($this->asked['q'], $this->sight);
            $matching === null ? $found->whereRaw('1 = 0') : $found->whereIn('p.supporter_id', $matching);
        }
        if (isset($this->asked['where'])) {
            app(SearchTerms::class)->narrowThings($found, 'p', Searched::Promises, $this->asked['where']);
        }
        if (isset($this->asked['status'])) {
            $statuses = array_map(PromiseStatus::from(...), Lists::lines($this->asked['status']));
            $found->where(function (Builder $either) use ($statuses): void {
                foreach ($statuses as $status) {
                    $either->orWhere(fn(Builder $of) => $this->narrow($of, $status));
                }
            });
        }

        return $found;
    }

    /** @return array<value-of<PromiseStatus>, int> how many of all there are */
    public function counts(): array
    {
        $counts = [];
        foreach (PromiseStatus::cases() as $status) {
            $found = self::all();
            $this->narrow($found, $status);
            $counts[$status->value] = $found->count();
        }

        return $counts;
    }

    /** @return array{promised: Amounts, paid: Amounts, balance: Amounts} of those that are found: pledges alone have a whole and a balance */
    public function sums(): array
    {
        [$promised, $paid, $balance] = [Amounts::none(), Amounts::none(), Amounts::none()];
        $rows = $this->found()
            ->groupBy('p.currency')
            ->selectRaw(
                "p.currency, sum(if(p.kind = ?, 0, p.amount)) as promised, sum(s.paid) as paid,
                    sum(if(s.state = 'open', coalesce(s.balance, 0), 0)) as balance",
                [PromiseKind::Recurring->value],
            )
            ->get();
        foreach ($rows as $row) {
            $promised = $promised->plus(Amounts::of($row->currency, $row->promised));
            $paid = $paid->plus(Amounts::of($row->currency, $row->paid));
            $balance = $balance->plus(Amounts::of($row->currency, $row->balance));
        }

        return ['promised' => $promised, 'paid' => $paid, 'balance' => $balance];
    }

    private static function all(): Builder
    {
        return DB::table('promises as p')->join('promise_standings as s', 's.promise_id', '=', 'p.id');
    }

    /** The same as Standing::status() says of one. */
    private function narrow(Builder $found, PromiseStatus $status): void
    {
        $isRecurring = 'p.kind = ' . DB::connection()->escape(PromiseKind::Recurring->value);
        $isOver = "({$isRecurring} and p.ends_on is not null and p.ends_on < ?)";
        if ($status === PromiseStatus::Ended) {
            $found->where(fn(Builder $either) => $either->where('s.state', $status->value)->orWhereRaw($isOver, [$this->today]));

            return;
        }
        $found->whereRaw("not {$isOver}", [$this->today]);
        $late = "s.next_on < if({$isRecurring}, ?, ?)";
        $lateOn = [Standing::daysFrom($this->today, -Standing::GRACE), $this->today];
        $soon = "s.next_on <= if({$isRecurring}, ?, ?)";
        $soonOn = [$this->today, Standing::daysFrom($this->today, Standing::DUE_WITHIN)];
        match ($status) {
            PromiseStatus::Overdue => $found->where('s.state', 'open')->whereRaw("not {$isRecurring} and {$late}", $lateOn),
            PromiseStatus::Failed => $found->where('s.state', 'open')->whereRaw("{$isRecurring} and {$late}", $lateOn),
            PromiseStatus::Due => $found->where('s.state', 'open')->whereRaw("{$soon} and not {$late}", [...$soonOn, ...$lateOn]),
            PromiseStatus::Open => $found->where('s.state', 'open')->whereRaw("(s.next_on is null or not {$soon})", $soonOn),
            default => $found->where('s.state', $status->value),
        };
    }
}
