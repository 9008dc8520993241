<?php

declare(strict_types=1);

namespace App\Matching;

use App\Records\RecordReader;
use App\Standards\StandardsVersion;
use App\Support\Lists;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Estimator;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\SampledPair;
use PineSieve\Core\Matching\Weights\Spread;
use PineSieve\Core\Matching\Weights\Weigher;
use PineSieve\Core\Matching\Weights\Weights;
use PineSieve\Core\Names\SupporterKind;

/**
 * What supporters of a kind are weighed by: how frequent everything is among them, and how much an agreement says. Counted and estimated now and then,
 * and kept as a numbered edition: whoever judges meanwhile goes by the last one.
 */
final readonly class Editions
{
    private const CHUNK = 1000;

    /** How much larger or smaller the database has become since the last edition when it is time for the next. */
    private const MOVED = 0.1;

    /** Fewer than that change nothing that would be noticed: what comes with the program weighs more. */
    private const FEW = 500;

    /** As many pairs of one's own is what comes with the program worth. */
    private const PRIOR = 1000;

    public function __construct(private RecordReader $reader) {}

    /** Number of the latest of any kind; 0 if there is none. */
    public static function number(): int
    {
        return (int) DB::table('frequency_editions')->max('id');
    }

    /** Changes where people's decisions have corrected one. */
    public static function correction(): string
    {
        return DB::table('frequency_editions')
            ->orderBy('id')
            ->selectRaw("json_value(weights, '$.move') as moved")
            ->pluck('moved')
            ->implode(' ');
    }

    /** The edition in use, for a database as large as it is now. */
    public static function inUse(SupporterKind $kind): Edition
    {
        $edition = self::last($kind)->first();
        $frequencies = $edition === null ? new Frequencies() : Frequencies::unpack($edition->counts, $edition->records);
        $estimated = $edition?->weights;
        $weights =
            $estimated === null ? Weights::shipped($kind) : Weights::fromArray(json_decode($estimated, true, 16, JSON_THROW_ON_ERROR));

        return new Edition($frequencies->among(self::size($kind)), $weights, $kind);
    }

    /**
     * Counts all of a kind anew, and estimates what an agreement says among them.
     *
     * @param  RuleSet  $set  by which they have match keys
     */
    public function make(RuleSet $set, FieldComparers $comparers): void
    {
        $kind = $set->kind;
        $judge = new PairJudge($set, $comparers);
        $this->count($judge, $counts = Frequencies::wideFor(self::size($kind)));
        $pairs = (new PairSample($this->reader, $judge))->drawn();
        $estimate = (new Estimator(Weights::shipped($kind), $counts))->estimate($pairs);
        $last = self::last($kind)->value('weights');
        $weights = $estimate->weights->calibrated($last === null ? 0.0 : (float) (json_decode($last, true)['move'] ?? 0), new Spread());
        $weights = $weights->calibrated($weights->calibration->move, $this->spread($pairs, new Edition($counts, $weights, $kind)));
        DB::transaction(static function () use ($kind, $counts, $weights, $estimate): void {
            $report = ['pairs' => $estimate->pairs, 'rounds' => $estimate->rounds, 'discarded' => $estimate->discarded];
            $id = DB::table('frequency_editions')->insertGetId([
                'kind' => $kind->value,
                'records' => $counts->records(),
                'counts' => $counts->pack(),
                'weights' => json_encode($weights->toArray(), JSON_THROW_ON_ERROR),
                'report' => json_encode($report, JSON_THROW_ON_ERROR),
                'made_at' => now()->format('Y-m-d H:i:s.v'),
            ]);
            DB::table('frequency_editions')->where('kind', $kind->value)->where('id', '<', $id)->delete();
        });
    }

    /** Makes the next edition if there is none, or if the database has changed enough; rows that wait are worked out again by it. */
    public function ensure(RuleSet $set, FieldComparers $comparers): void
    {
        $last = self::last($set->kind)->value('records');
        if ($last === null || abs(self::size($set->kind) - $last) > self::MOVED * max(1, $last)) {
            $this->make($set, $comparers);
            $this->takeUp($set->kind);
        }
    }

    /** Makes the next edition where pairs are weighed. */
    public function renew(RuleSet $set, FieldComparers $comparers): void
    {
        if (self::areUsed($set->kind)) {
            $this->ensure($set, $comparers);
        }
    }

    /** The same once many have come in or gone. */
    public function renewIfMany(RuleSet $set, FieldComparers $comparers): void
    {
        if (abs(self::size($set->kind) - (int) self::last($set->kind)->value('records')) >= self::FEW) {
            $this->renew($set, $comparers);
        }
    }

    /**
     * Corrects how likely pairs are said to be by what people said of some.
     *
     * @param  list<array{float, bool}>  $decided  how likely it was, and whether they are one
     */
    public function correct(SupporterKind $kind, array $decided): void
    {
        $edition = self::last($kind)->first(['id', 'weights']);
        if ($edition?->weights === null) {
            return;
        }
        $weights = Weights::fromArray(json_decode($edition->weights, true, 16, JSON_THROW_ON_ERROR));
        $move = $weights->calibration->correctedBy($decided)->move;
        if (abs($move - $weights->calibration->move) > 0.05) {
            DB::table('frequency_editions')
                ->where('id', $edition->id)
                ->update(['weights' => json_encode($weights->calibrated($move, $weights->spread)->toArray(), JSON_THROW_ON_ERROR)]);
            $this->takeUp($kind);
        }
    }

    private function count(PairJudge $judge, Frequencies $counts): void
    {
        $standardizer = new AddressStandardizer();
        $after = 0;
        do {
            $ids = Lists::ints(
                DB::table('supporters')
                    ->where('kind', $judge->set->kind->value)
                    ->where('id', '>', $after)
                    ->orderBy('id')
                    ->limit(self::CHUNK)
                    ->pluck('id'),
            );
            foreach ($this->reader->read($ids) as $id => $record) {
                $judge->count($judge->compared($id, Traits::ofStored($record, $standardizer)), $counts);
            }
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::CHUNK);
    }

    /** @param  list<SampledPair>  $pairs */
    private function spread(array $pairs, Edition $edition): Spread
    {
        $weigher = new Weigher($edition->weights, $edition->frequencies);
        $sure = array_filter($pairs, static fn(SampledPair $pair): bool => $pair->pattern->isMoreThanName());

        return Spread::of(
            array_values(
                array_map(static fn(SampledPair $pair): array => [$weigher->weigh($pair->pattern)->match, $pair->standsFor], $sure),
            ),
        )->with(Weights::shipped($edition->kind)->spread, self::PRIOR);
    }

    private static function last(SupporterKind $kind): Builder
    {
        return DB::table('frequency_editions')->where('kind', $kind->value)->orderByDesc('id')->limit(1);
    }

    private static function size(SupporterKind $kind): int
    {
        return DB::table('supporters')->where('kind', $kind->value)->count();
    }

    private static function areUsed(SupporterKind $kind): bool
    {
        $used = RulesInUse::query()->find($kind->value)?->rules;

        // Where nobody has chosen yet, they are weighed.
        return $used === null || ($used['by'] ?? '') === 'weight';
    }

    private function takeUp(SupporterKind $kind): void
    {
        if (self::areUsed($kind)) {
            StandardsVersion::raise();
        }
    }
}
