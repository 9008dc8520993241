<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Intakes\RowRecords;
use App\Matching\Against;
use App\Matching\KeyTable;
use App\Matching\RuleSets;
use App\Models\DuplicateSearch;
use App\Models\Intake;
use App\Records\Bulk;
use App\Records\Ids;
use App\Records\RecordReader;
use Illuminate\Database\Connection;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\Storage;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Pairs\TooCommon;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Names\SupporterKind;

/** Finds supporters of the database that may be one by the match rules in use, without those of which people have said that they are not. */
final readonly class Duplicates
{
    private const CHUNK = 500;

    /** Supporters that are looked at together where each is looked up by its keys. */
    private const SOME = 200;

    public function __construct(
        private Connection $db,
        private Bulk $bulk,
        private RecordReader $reader,
        private RuleSets $sets,
        private Filesystem $files,
        private DuplicateList $list,
        private Ids $ids,
        private RowRecords $rows,
    ) {
    }

    /** Goes through the supporters that are asked for; what it finds of them takes the place of what was found before. */
    public function search(DuplicateSearch $search): void
    {
        $folder = Storage::disk('local')->path("duplicates-{$search->id}");
        try {
            $search->update(['state' => 'searching', 'done' => 0, 'total' => $this->db->table('supporters')->count()]);
            if ($search->tried !== null) {
                $this->tryOut($search, $folder);

                return;
            }
            $before = ($search->scope['kind'] ?? '') === DuplicateSearch::CHANGED ? $search->before() : null;
            $search->update(['journal_mark' => $this->ids->lastJournalId()]);
            if ($before !== null || $search->isOfPart()) {
                $this->searchSome($search, $before);

                return;
            }
            $searches = $this->gathered($search, $folder, array_map($this->sets->used(...), SupporterKind::cases()));
            $this->db->transaction(fn () => $this->keep($search, $searches));
        } finally {
            $this->files->deleteDirectory($folder);
        }
    }

    /**
     * Remembers for good that supporters are not one.
     *
     * @param  list<int>  $supporters  each with each
     */
    public function notTheSame(array $supporters, ?int $userId): void
    {
        $this->db->transaction(function () use ($supporters, $userId): void {
            sort($supporters);
            $clusters = $this->list->clustersOf($supporters);
            foreach ($supporters as $i => $other) {
                foreach (array_slice($supporters, 0, $i) as $one) {
                    $this->db->table('pair_decisions')->insertOrIgnore(['one' => $one, 'other' => $other, 'user_id' => $userId, 'at' => now()->format('Y-m-d H:i:s.v')]);
                    $this->db->table('duplicate_pairs')->where('one', $one)->where('other', $other)->delete();
                }
            }
            $this->list->regroup($clusters);
        });
    }

    /** Withdraws what was said of a pair. */
    public function withdraw(int $one, int $other): bool
    {
        $isWithdrawn = $this->db->table('pair_decisions')->where('one', min($one, $other))->where('other', max($one, $other))->delete() > 0;
        if ($isWithdrawn) {
            $this->lookAgain([$one, $other]);
        }

        return $isWithdrawn;
    }

    /**
     * Pairs of which people have said that they are not one, the latest first.
     *
     * @return list<array<string, mixed>>
     */
    public function decisions(int $most): array
    {
        return array_map(static fn (\stdClass $row): array => (array) $row, $this->db->table('pair_decisions as d')->join('supporters as a', 'a.id', '=', 'd.one')->join('supporters as b', 'b.id', '=', 'd.other')->leftJoin('users as u', 'u.id', '=', 'd.user_id')
            ->orderByDesc('d.at')->limit($most)->get(['d.one', 'd.other', 'a.display_name as one_name', 'b.display_name as other_name', 'd.at', 'u.name as by'])->all());
    }

    /** Whoever was like those who became part of another may be like the one that they became. */
    public function merged(int $survivor): void
    {
        $this->lookAgain([$survivor]);
    }

    /**
     * Those who came back may be found to be one again.
     *
     * @param  list<int>  $supporters
     */
    public function apart(array $supporters): void
    {
        $this->lookAgain($supporters);
    }

    /**
     * Compares some supporters with all who may be the same, and puts what is found in place of what was found of them before.
     *
     * @param  list<int>  $supporters
     * @return int pairs that were compared
     */
    private function lookAgain(array $supporters): int
    {
        $records = $this->reader->read($supporters);
        $holders = array_map(fn (array $keys): array => array_unique(array_merge(...array_values(KeyTable::holders($keys)))), array_map($this->sets->matcher()->keysOfStored(...), $records));
        $all = $records + $this->reader->read(array_values(array_diff(array_unique(array_merge(...array_values($holders))), array_keys($records))));
        $judges = [];
        $prepared = [];
        foreach ($all as $id => $record) {
            $judge = $judges[$record->kind()->value] ??= new PairJudge($this->sets->used($record->kind()), $this->sets->comparers());
            $prepared[$id] = $judge->compared($id, Traits::ofStored($record, new AddressStandardizer));
        }
        $compared = [];
        $found = [];
        foreach ($holders as $id => $others) {
            foreach ($others as $other) {
                $key = min($id, $other).' '.max($id, $other);
                if ($id === $other || isset($compared[$key]) || ! isset($all[$other]) || $all[$other]->kind() !== $all[$id]->kind()) {
                    continue;
                }
                $compared[$key] = true;
                $pair = $judges[$all[$id]->kind()->value]->judge($prepared[$id], $prepared[$other]);
                if ($pair !== null) {
                    $found[$key] = self::row($pair);
                }
            }
        }
        $this->db->transaction(function () use ($supporters, $found): void {
            $ends = array_values(array_unique([...$supporters, ...array_column($found, 'one'), ...array_column($found, 'other')]));
            foreach ($this->db->table('pair_decisions')->whereIn('one', $ends)->whereIn('other', $ends)->get(['one', 'other']) as $said) {
                unset($found["{$said->one} {$said->other}"]);
            }
            $clusters = $this->list->clustersOf($ends);
            $this->db->table('duplicate_pairs')->whereIn('one', $supporters)->orWhereIn('other', $supporters)->delete();
            $rows = array_values($found);
            $this->bulk->insert('duplicate_pairs', array_keys($rows[0] ?? []), array_map(array_values(...), $rows));
            $this->list->regroup(array_values(array_unique([...$clusters, ...$this->list->clustersOf($ends)])));
        });

        return count($compared);
    }

    /** Goes through those in a part of the database, or those who are new or changed since an earlier search. */
    private function searchSome(DuplicateSearch $search, ?DuplicateSearch $before): void
    {
        $against = Against::fromArray($search->scope);
        $isChanged = $before !== null;
        $after = $done = $compared = 0;
        do {
            $ids = $isChanged
                ? array_column($this->db->select('select distinct j.supporter_id as id from journal j join supporters s on s.id = j.supporter_id where j.id > ? and j.supporter_id > ? order by j.supporter_id limit '.self::SOME, [$before->journal_mark, $after]), 'id')
                : array_column($this->db->select('select id from supporters where id > ? order by id limit '.self::CHUNK, [$after]), 'id');
            $among = $isChanged ? $ids : $against->among($ids);
            $compared += $among === [] ? 0 : $this->lookAgain($among);
            $done += count($among);
            $after = $ids === [] ? $after : max($ids);
            $search->update(['done' => $done, 'total' => max($done, $search->total), 'compared' => $compared]);
        } while (count($ids) === ($isChanged ? self::SOME : self::CHUNK));
        $search->update([...$this->list->counts(), 'total' => $done, 'state' => 'done', 'ended_at' => now()]);
    }

    /** What a set would find, and how that differs from what the set in use finds; nothing is kept but the report. */
    private function tryOut(DuplicateSearch $search, string $folder): void
    {
        $tried = RuleSet::fromArray($search->tried, ($this->sets->comparers())->has(...));
        $intake = ($search->scope['kind'] ?? '') === DuplicateSearch::INTAKE ? Intake::query()->find($search->scope['intake']) : null;
        [$new, $old] = $this->gathered($search, $folder, [$tried, $this->sets->used($tried->kind)], $intake);
        $trial = new Trial;
        // Of an intake, what its rows are; that stored ones may be the same is another matter.
        $counts = static fn (Pair $pair): bool => $intake === null || $pair->other >= DuplicateSearch::ROW;
        foreach ($old->pairs() as $pair) {
            if ($counts($pair)) {
                $trial->inUse($pair);
            }
        }
        $pairs = $new->pairs();
        foreach ($pairs as $pair) {
            if ($counts($pair)) {
                $trial->found($pair);
            }
        }
        $comparers = $this->sets->comparers();
        $report = [...$trial->report(), 'measured' => (new Measurement(new PairJudge($tried, $comparers), $this->reader))->report(), 'measured_in_use' => (new Measurement(new PairJudge($this->sets->used($tried->kind), $comparers), $this->reader))->report()];
        $search->update(['certain' => $report['certain'], 'review' => $report['review'], 'compared' => $pairs->getReturn()->compared, 'found' => $report, 'state' => 'done', 'ended_at' => now(),
            'too_common' => array_map(static fn (TooCommon $one): array => ['rules' => $one->rules, 'value' => $one->value, 'records' => $one->records], $pairs->getReturn()->tooCommon)]);
    }

    /**
     * @param  list<RuleSet>  $sets
     * @param  ?Intake  $intake  whose rows are compared too, under the number ROW and their unit
     * @return list<PairSearch> one for each set
     */
    private function gathered(DuplicateSearch $search, string $folder, array $sets, ?Intake $intake = null): array
    {
        $comparers = $this->sets->comparers();
        $standardizer = new AddressStandardizer;
        $searches = [];
        foreach ($sets as $i => $set) {
            $this->files->ensureDirectoryExists("{$folder}/{$i}");
            $judge = new PairJudge($set, $comparers);
            $searches[] = [$set->kind, $judge, new PairSearch($judge, "{$folder}/{$i}")];
        }
        $after = 0;
        do {
            $ids = array_column($this->db->select('select id from supporters where id > ? order by id limit '.self::CHUNK, [$after]), 'id');
            foreach ($this->reader->read($ids) as $id => $record) {
                $traits = Traits::ofStored($record, $standardizer);
                foreach ($searches as [$kind, $judge, $of]) {
                    if ($kind === $traits->kind) {
                        $of->add($judge->prepare($id, $traits));
                    }
                }
            }
            $after = $ids === [] ? $after : max($ids);
            $search->update(['done' => $search->done + count($ids)]);
        } while (count($ids) === self::CHUNK);
        foreach ($intake === null ? [] : $this->rows->of($intake) as $unit => $record) {
            foreach ($searches as [$kind, $judge, $of]) {
                if ($kind === $record->kind) {
                    $of->add($judge->prepare(DuplicateSearch::ROW + $unit, Traits::ofIncoming($record)));
                }
            }
        }

        return array_column($searches, 2);
    }

    /** @param  list<PairSearch>  $searches */
    private function keep(DuplicateSearch $search, array $searches): void
    {
        $said = [];
        foreach ($this->db->table('pair_decisions')->get(['one', 'other']) as $pair) {
            $said[$pair->one][$pair->other] = true;
        }
        $this->db->table('duplicate_pairs')->delete();
        $clusters = new Clusters;
        $counts = ['certain' => 0, 'review' => 0];
        $compared = 0;
        $common = [];
        $rows = [];
        foreach ($searches as $of) {
            $pairs = $of->pairs();
            foreach ($pairs as $pair) {
                if (isset($said[$pair->one][$pair->other])) {
                    continue;
                }
                $clusters->join($pair->one, $pair->other);
                $counts[$pair->certainty->value]++;
                $rows[] = self::row($pair);
                if (count($rows) === self::CHUNK) {
                    $this->bulk->insert('duplicate_pairs', array_keys($rows[0]), array_map(array_values(...), $rows));
                    $rows = [];
                }
            }
            $compared += $pairs->getReturn()->compared;
            array_push($common, ...array_map(static fn (TooCommon $one): array => ['rules' => $one->rules, 'value' => $one->value, 'records' => $one->records], $pairs->getReturn()->tooCommon));
        }
        $this->bulk->insert('duplicate_pairs', array_keys(self::row(new Pair(0, 0, Certainty::Review, 1, [], [], []))), array_map(array_values(...), $rows));
        foreach ($this->db->table('duplicate_pairs')->orderBy('one')->orderBy('other')->select('one', 'other', 'cluster')->lazy(self::CHUNK)->chunk(self::CHUNK) as $chunk) {
            $this->list->renumber($chunk->all(), $clusters);
        }
        // Who went away while it was searched is no duplicate of anyone.
        $this->list->forget($this->db->table('duplicate_pairs as p')->leftJoin('supporters as s', 's.id', '=', 'p.one')->whereNull('s.id')->distinct()->pluck('p.one')->all());
        $this->list->forget($this->db->table('duplicate_pairs as p')->leftJoin('supporters as s', 's.id', '=', 'p.other')->whereNull('s.id')->distinct()->pluck('p.other')->all());
        $search->update([...$counts, 'compared' => $compared, 'too_common' => $common, 'state' => 'done', 'ended_at' => now()]);
    }

    /** @return array{one: int, other: int, cluster: int, certainty: string, score: int, reasons: string} */
    private static function row(Pair $pair): array
    {
        return ['one' => $pair->one, 'other' => $pair->other, 'cluster' => $pair->one, 'certainty' => $pair->certainty->value, 'score' => $pair->score, 'reasons' => json_encode(['for' => $pair->for, 'against' => $pair->against, 'rules' => $pair->rules], JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)];
    }
}
