<?php

declare(strict_types=1);

namespace App\BulkChanges;

use App\Records\Erased;
use App\Records\RecordReader;
use App\Records\Supporter;
use App\Support\Lists;
use App\Supporters\SupporterSearch;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Bulk\BulkPlan;
use PineSieve\Core\Bulk\Hanging;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Standards\Standards;

/** Works out what a change of many comes to, supporter by supporter. */
final readonly class Planning
{
    public const REFUSED = 'refused: ';

    private const CHUNK = 500;

    private const LONGEST = 190;

    public function __construct(
        private Standards $standards,
        private RecordReader $reader,
        private Checker $checker,
        private HangingOn $hanging,
    ) {}

    /** Keeps whom it is about: those that are found now, however many come to fit the search later. */
    public function begin(BulkChange $change): void
    {
        $found = self::found($change)
            ->select('supporters.id')
            ->selectRaw('? as bulk', [$change->id])
            ->toBase();
        DB::transaction(static function () use ($change, $found): void {
            $change->records()->delete();
            DB::insert("insert into bulk_records (supporter_id, bulk_id) {$found->toSql()}", $found->getBindings());
            $change->fill(['total' => $change->records()->count(), 'done' => 0, 'position' => 0])->save();
        });
    }

    /** @return Builder<Supporter> */
    private static function found(BulkChange $change): Builder
    {
        $scope = $change->scope;

        return isset($scope['ids'])
            ? Supporter::query()->whereIn('supporters.id', $scope['ids'])
            : SupporterSearch::of($scope['query'] ?? [])->whereNotIn('supporters.id', $scope['except'] ?? []);
    }

    /** The next some hundred. */
    public function step(BulkChange $change): void
    {
        if ($change->position === 0 && $change->total === 0) {
            $this->begin($change);
        }
        $ids = Lists::ints(
            $change
                ->records()
                ->where('supporter_id', '>', $change->position)
                ->orderBy('supporter_id')
                ->limit(self::CHUNK)
                ->pluck('supporter_id'),
        );
        $effects = [];
        foreach ($this->plans($change, $ids) as $id => [$plan, $refusal]) {
            $writes = $refusal === '' && $plan->changes !== [];
            $effects[(int) $writes][$refusal === '' ? $plan->key() : mb_substr(self::REFUSED . $refusal, 0, self::LONGEST)][] = $id;
        }
        DB::transaction(static function () use ($change, $ids, $effects): void {
            foreach ($effects as $writes => $byEffect) {
                foreach ($byEffect as $effect => $of) {
                    $change
                        ->records()
                        ->whereIn('supporter_id', $of)
                        ->update(['effect' => $effect, 'writes' => $writes]);
                }
            }
            $change
                ->fill(
                    $ids === []
                        ? ['state' => BulkState::Planned, 'position' => 0]
                        : ['position' => max($ids), 'done' => $change->done + count($ids)],
                )
                ->save();
        });
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, array{BulkPlan, string}> supporter to what it comes to, and why it may not be written; those that are there
     */
    public function plans(BulkChange $change, array $ids): array
    {
        $planner = $change->planner($this->standards);
        $isDeletion = $change->steps[0]['kind'] === 'delete';
        $records = $this->reader->read($ids);
        $hanging = $isDeletion && $ids !== [] ? $this->hanging->of($ids) : [];
        $gifts = $isDeletion ? [] : $this->reader->gifts($ids);
        $heir = $isDeletion ? (string) ($change->steps[0]['value'] ?? '') : '';
        $isWithoutHeir = $heir !== '' && !Writing::isThere($heir);
        $erased = $isDeletion ? [] : Erased::among($ids);
        $plans = [];
        foreach ($records as $id => $record) {
            $plan = $planner->plan($record, $hanging[$id] ?? new Hanging());
            $problems = $isDeletion || $plan->changes === [] ? [] : $this->checker->blocking($record, $plan->changes, $gifts[$id] ?? []);
            $refusal = match (true) {
                isset($erased[$id]) => 'they were erased',
                // Gifts must not be left with nobody.
                $isWithoutHeir && $plan->changes !== [] => "supporter {$heir} is not there any more to get the gifts",
                $problems === [] => '',
                default => $problems[0]->reason,
            };
            $plans[$id] = [$plan, $refusal];
        }

        return $plans;
    }
}
