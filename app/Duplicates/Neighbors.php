<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Matching\KeyTable;
use App\Matching\Meeting;
use App\Matching\RuleSets;
use App\Records\RecordReader;
use Illuminate\Database\Connection;
use PineSieve\Core\Matching\Pairs\Pair;

/** Some supporters beside all who share a match key with them. */
final readonly class Neighbors
{
    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private RuleSets $sets,
        private DuplicateList $list,
    ) {
    }

    /**
     * Compares some supporters with all who may be the same, and puts what is found in place of what was found of them before.
     *
     * @param  list<int>  $supporters
     * @return int pairs that were compared
     */
    public function lookAgain(array $supporters): int
    {
        [$found, $compared] = $this->judged($supporters);
        $this->db->transaction(function () use ($supporters, $found): void {
            $ends = array_values(array_unique(array_merge($supporters, ...array_map(static fn (Pair $pair): array => [$pair->one, $pair->other], array_values($found)))));
            foreach ($this->db->table('pair_decisions')->whereIn('one', $ends)->whereIn('other', $ends)->get(['one', 'other']) as $said) {
                unset($found["{$said->one} {$said->other}"]);
            }
            $clusters = $this->list->clustersOf($ends);
            $this->db->table(DuplicateList::TABLE)->whereIn('one', $supporters)->orWhereIn('other', $supporters)->delete();
            $this->list->drop(array_values($found));
            $this->list->add(array_values($found));
            $this->list->regroup(array_values(array_unique([...$clusters, ...$this->list->clustersOf($ends)])));
        });

        return $compared;
    }

    /**
     * @param  list<int>  $supporters
     * @return array{array<string, Pair>, int} what is found, by the numbers of both, and how many pairs were compared
     */
    private function judged(array $supporters): array
    {
        $records = $this->reader->read($supporters);
        $holders = array_map(static fn (array $keys): array => array_unique(array_merge(...array_values(KeyTable::holders($keys)))), array_map($this->sets->matcher()->keysOfStored(...), $records));
        $all = $records + $this->reader->read(array_values(array_diff(array_unique(array_merge(...array_values($holders))), array_keys($records))));
        $meeting = new Meeting($this->sets, $all);
        foreach ($holders as $id => $others) {
            foreach ($others as $other) {
                $meeting->meet($id, $other);
            }
        }

        return [$meeting->found(), $meeting->compared()];
    }
}
