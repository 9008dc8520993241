<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Matching\RuleSets;
use App\Models\DuplicateSearch;
use App\Models\Intake;
use App\Records\RecordReader;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Pairs\TooCommon;
use PineSieve\Core\Matching\Rules\RuleSet;

/** Tries a rule set: what it would find, and how that differs from what the set in use finds. Nothing is kept but the report. */
final readonly class RuleLab
{
    public function __construct(
        private Gathering $gathering,
        private RuleSets $sets,
        private RecordReader $reader,
    ) {
    }

    public function run(DuplicateSearch $search): void
    {
        $tried = RuleSet::fromArray($search->tried, $this->sets->comparers()->has(...));
        $inUse = $this->sets->used($tried->kind);
        $intake = ($search->scope['kind'] ?? '') === DuplicateSearch::INTAKE ? Intake::query()->find($search->scope['intake']) : null;
        $this->gathering->of($search, [$tried, $inUse], fn (array $searches) => $this->report($search, $searches, [$tried, $inUse], $intake !== null), $intake);
    }

    /**
     * @param  list<PairSearch>  $searches
     * @param  array{RuleSet, RuleSet}  $sets
     */
    private function report(DuplicateSearch $search, array $searches, array $sets, bool $isOfRows): void
    {
        // Of an intake, what its rows are; that stored ones may be the same is another matter.
        $counts = static fn (Pair $pair): bool => ! $isOfRows || $pair->other >= DuplicateSearch::ROW;
        $trial = new Trial;
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
        [$measured, $measuredInUse] = array_map(fn (RuleSet $set): array => (new Measurement($this->sets->judgeBy($set), $this->reader))->report(), $sets);
        $found = $trial->report();
        $search->update([
            'certain' => $found['certain'], 'review' => $found['review'], 'compared' => $pairs->getReturn()->compared,
            'found' => [...$found, 'measured' => $measured, 'measured_in_use' => $measuredInUse],
            'too_common' => array_map(static fn (TooCommon $one): array => $one->toArray(), $pairs->getReturn()->tooCommon),
            'state' => 'done', 'ended_at' => now(),
        ]);
    }
}
