<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Matching\KeyTable;
use App\Matching\RuleSets;
use App\Matching\SmallSearch;
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
        private SharedHomes $homes,
    ) {}

    /**
     * Compares some supporters with all who may be the same, and puts what is found in place of what was found of them before.
     *
     * @param  list<int>  $supporters
     * @return int pairs that were compared
     */
    public function lookAgain(array $supporters): int
    {
        [$found, $homes, $compared] = $this->judged($supporters);
        $this->db->transaction(function () use ($supporters, $found, $homes): void {
            $this->list->replace($supporters, $this->unsaid($found));
            $this->homes->list->replace($supporters, $this->homes->notTogether($this->unsaid($homes)));
        });

        return $compared;
    }

    /**
     * @param  array<string, Pair>  $pairs  by the numbers of both
     * @return list<Pair> without those of whom people said that they are not the same
     */
    private function unsaid(array $pairs): array
    {
        $ends = array_values(
            array_unique(array_merge(...array_map(static fn(Pair $pair): array => [$pair->one, $pair->other], array_values($pairs)))),
        );
        foreach (
            $this->db
                ->table('pair_decisions')
                ->whereIn('one', $ends)
                ->whereIn('other', $ends)
                ->get(['one', 'other'])
            as $said
        ) {
            unset($pairs["{$said->one} {$said->other}"]);
        }

        return array_values($pairs);
    }

    /**
     * @param  list<int>  $supporters
     * @return array{array<string, Pair>, array<string, Pair>, int} what is found, by the numbers of both; who may be a household; and how many pairs were compared
     */
    private function judged(array $supporters): array
    {
        $records = $this->reader->read($supporters);
        $holders = array_map(
            static fn(array $keys): array => KeyTable::holders($keys)->all(),
            array_map($this->sets->matcher()->keysOfStored(...), $records),
        );
        $all =
            $records +
            $this->reader->read(array_values(array_diff(array_unique(array_merge(...array_values($holders))), array_keys($records))));
        $meeting = new SmallSearch($this->sets, $all);
        foreach ($holders as $id => $others) {
            foreach ($others as $other) {
                $meeting->meet($id, $other);
            }
        }

        return [$meeting->found($supporters), $meeting->homes(), $meeting->compared()];
    }
}
