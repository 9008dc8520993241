<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Matching\RuleSets;
use App\Records\Ids;
use Illuminate\Database\Connection;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Pairs\TooCommon;
use PineSieve\Core\Names\SupporterKind;

/**
 * Goes through everyone. What is found waits beside the list until all are compared and then takes the place of what was
 * found before, so that nobody who reviews has to wait for a search.
 */
final readonly class WholeSearch
{
    public function __construct(
        private Connection $db,
        private Gathering $gathering,
        private RuleSets $sets,
        private DuplicateList $list,
        private SharedHomes $homes,
        private PartSearch $part,
        private Ids $ids,
    ) {}

    public function run(DuplicateSearch $search): void
    {
        $search->update(['journal_mark' => $this->ids->lastJournalId()]);
        $found = $this->list->besides('found_pairs');
        $homes = $this->homes->list->besides('found_homes');
        $together = new FoundPairs($homes, $this->homes->notTogether(...));
        $this->gathering->of(
            $search,
            array_map($this->sets->used(...), SupporterKind::cases()),
            fn(array $searches) => $this->compare($search, $searches, new FoundPairs($found)),
            onHome: $together->put(...),
        );
        $together->clear();
        $this->db->transaction(function () use ($found, $homes): void {
            $found->takePlaceOf($this->list);
            $homes->takePlaceOf($this->homes->list);
        });
        $this->part->lookAtChanged($search->journal_mark);
        $search->update([...$this->list->counts(), 'state' => 'done', 'ended_at' => now()]);
    }

    /** @param  list<PairSearch>  $searches */
    private function compare(DuplicateSearch $search, array $searches, FoundPairs $found): void
    {
        $compared = 0;
        $common = [];
        foreach ($searches as $of) {
            $pairs = $of->pairs();
            foreach ($pairs as $pair) {
                $found->put($pair);
            }
            $compared += $pairs->getReturn()->compared;
            array_push($common, ...array_map(static fn(TooCommon $one): array => $one->toArray(), $pairs->getReturn()->tooCommon));
        }
        $found->clear();
        $search->update(['compared' => $compared, 'too_common' => $common]);
    }
}
