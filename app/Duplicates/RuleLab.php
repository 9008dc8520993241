<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Intakes\Intake;
use App\Matching\RuleSets;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Pairs\TooCommon;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Thresholds;

/** Tries a rule set: what it would find, and how that differs from what the set in use finds. Nothing is kept but the report. */
final readonly class RuleLab
{
    /** How likely two must be one to be counted at all. */
    private const LEAST = 0.05;

    public function __construct(private Gathering $gathering, private RuleSets $sets, private Said $said) {}

    public function run(DuplicateSearch $search): void
    {
        $tried = RuleSet::fromArray($search->tried, $this->sets->comparers()->has(...));
        $inUse = $this->sets->used($tried->kind);
        $intake =
            ($search->scope['kind'] ?? '') === DuplicateSearch::INTAKE
                ? Intake::query()->whereKey((int) $search->scope['intake'])->first()
                : null;
        // Those that would not be asked about are counted too, to tell what asking about more would cost.
        $by = $tried->thresholds;
        $wider = $by === null ? null : new Thresholds($by->wrong, min(self::LEAST, $by->review), $by->common, $by->certain);
        $wide = $wider === null ? $tried : new RuleSet($tried->name, $tried->kind, $tried->rules, $tried->signs, $wider);
        $this->gathering->of(
            $search,
            [$wide, $inUse],
            fn(array $searches) => $this->report($search, $searches, [$tried, $inUse], $intake !== null),
            $intake,
        );
    }

    /**
     * @param  list<PairSearch>  $searches
     * @param  array{RuleSet, RuleSet}  $sets
     */
    private function report(DuplicateSearch $search, array $searches, array $sets, bool $isOfRows): void
    {
        // Of an intake, what its rows are; that stored ones may be the same is another matter.
        $counts = static fn(Pair $pair): bool => !$isOfRows || $pair->other >= DuplicateSearch::ROW;
        $trial = new TriedSet($sets[0]->thresholds);
        foreach ($searches[1]->pairs() as $pair) {
            if ($counts($pair)) {
                $trial->inUse($pair);
            }
        }
        $pairs = $searches[0]->pairs();
        foreach ($pairs as $pair) {
            if ($counts($pair)) {
                $trial->found($pair);
            }
        }
        [$measured, $measuredInUse] = array_map(
            fn(RuleSet $set): array => (new Measurement($this->sets->judgeBy($set), $this->said))->report(),
            $sets,
        );
        $found = $trial->report();
        $search->update([
            'certain' => $found['certain'],
            'review' => $found['review'],
            'compared' => $pairs->getReturn()->compared,
            'found' => [
                ...$found,
                ...$sets[0]->thresholds === null
                    ? []
                    : ['borders' => $trial->borders(fn(float $wrong): float => $this->sets->certainFrom($sets[0]->kind, $wrong))],
                'measured' => $measured,
                'measured_in_use' => $measuredInUse,
            ],
            'too_common' => array_map(static fn(TooCommon $one): array => $one->toArray(), $pairs->getReturn()->tooCommon),
            'state' => 'done',
            'ended_at' => now(),
        ]);
    }
}
