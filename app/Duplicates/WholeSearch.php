<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Matching\RuleSets;
use App\Models\DuplicateSearch;
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
    private const CHUNK = 500;

    private const FOUND = 'found_pairs';

    public function __construct(
        private Connection $db,
        private Gathering $gathering,
        private RuleSets $sets,
        private DuplicateList $list,
        private PartSearch $part,
        private Ids $ids,
    ) {
    }

    public function run(DuplicateSearch $search): void
    {
        $search->update(['journal_mark' => $this->ids->lastJournalId()]);
        $this->db->statement('create or replace temporary table '.self::FOUND.' like '.DuplicateList::TABLE);
        $this->gathering->of($search, array_map($this->sets->used(...), SupporterKind::cases()), fn (array $searches) => $this->compare($search, $searches));
        $this->db->transaction($this->takeTheirPlace(...));
        $this->db->statement('drop temporary table '.self::FOUND);
        $this->part->lookAtChanged($search->journal_mark);
        $search->update([...$this->list->counts(), 'state' => 'done', 'ended_at' => now()]);
    }

    /** @param  list<PairSearch>  $searches */
    private function compare(DuplicateSearch $search, array $searches): void
    {
        $compared = 0;
        $common = [];
        $found = [];
        foreach ($searches as $of) {
            $pairs = $of->pairs();
            foreach ($pairs as $pair) {
                $found[] = $pair;
                if (count($found) === self::CHUNK) {
                    $this->list->add($found, self::FOUND);
                    $found = [];
                }
            }
            $compared += $pairs->getReturn()->compared;
            array_push($common, ...array_map(static fn (TooCommon $one): array => $one->toArray(), $pairs->getReturn()->tooCommon));
        }
        $this->list->add($found, self::FOUND);
        $search->update(['compared' => $compared, 'too_common' => $common]);
    }

    /** What people said meanwhile counts, and who went away meanwhile is no duplicate of anyone. */
    private function takeTheirPlace(): void
    {
        $this->db->statement('delete f from '.self::FOUND.' f join pair_decisions d on d.one = f.one and d.other = f.other');
        foreach (['one', 'other'] as $end) {
            $this->db->statement('delete f from '.self::FOUND." f left join supporters s on s.id = f.{$end} where s.id is null");
        }
        $this->db->table(DuplicateList::TABLE)->delete();
        $this->db->statement('insert into '.DuplicateList::TABLE.' select * from '.self::FOUND);
        $pairs = fn () => $this->db->table(DuplicateList::TABLE)->orderBy('one')->orderBy('other')->select('one', 'other', 'cluster')->lazy(self::CHUNK);
        $clusters = new Clusters;
        foreach ($pairs() as $pair) {
            $clusters->join($pair->one, $pair->other);
        }
        foreach ($pairs()->chunk(self::CHUNK) as $chunk) {
            $this->list->renumber($chunk->all(), $clusters);
        }
    }
}
