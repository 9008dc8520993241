<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Intakes\Intake;
use App\Intakes\Sifting\RowRecords;
use App\Matching\Editions;
use App\Matching\RuleSets;
use App\Records\RecordReader;
use Illuminate\Database\Connection;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\Storage;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Rules\RuleSet;

/** Lays everyone out to be searched by match rules, in files that are thrown away afterwards. */
final readonly class Gathering
{
    private const CHUNK = 500;

    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private RuleSets $sets,
        private Editions $editions,
        private Filesystem $files,
        private RowRecords $rows,
    ) {}

    /**
     * @param  list<RuleSet>  $sets
     * @param  callable(list<PairSearch>): void  $use  one for each set
     * @param  ?\Closure(Pair): void  $onHome  is told of those who are two and may be a household
     * @param  ?Intake  $intake  whose rows are compared too, under the number DuplicateSearch::ROW and their unit
     */
    public function of(DuplicateSearch $search, array $sets, callable $use, ?Intake $intake = null, ?\Closure $onHome = null): void
    {
        $folder = Storage::disk('local')->path("duplicates-{$search->id}");
        try {
            $searches = $this->laidOut($sets, $folder, $onHome);
            $this->stored($search, $searches);
            if ($intake !== null) {
                $this->incoming($intake, $searches);
            }
            $use(array_column($searches, 2));
        } finally {
            $this->files->deleteDirectory($folder);
        }
    }

    /**
     * @param  list<RuleSet>  $sets
     * @param  ?\Closure(Pair): void  $onHome
     * @return list<array{RuleSet, PairJudge, PairSearch}>
     */
    private function laidOut(array $sets, string $folder, ?\Closure $onHome): array
    {
        // Whoever is judged one by one later is judged by the same edition.
        foreach (array_column(array_filter($sets, static fn(RuleSet $set): bool => $set->thresholds !== null), 'kind') as $kind) {
            $this->editions->ensure($this->sets->used($kind), $this->sets->comparers());
        }

        return array_map(
            function (RuleSet $set, int $i) use ($folder, $onHome): array {
                $this->files->ensureDirectoryExists("{$folder}/{$i}");
                $judge = $this->sets->judgeBy($set);

                return [$set, $judge, new PairSearch($judge, "{$folder}/{$i}", $onHome)];
            },
            $sets,
            array_keys($sets),
        );
    }

    /** @param  list<array{RuleSet, PairJudge, PairSearch}>  $searches */
    private function stored(DuplicateSearch $search, array $searches): void
    {
        $standardizer = new AddressStandardizer();
        $after = 0;
        do {
            $ids = array_column(
                $this->db->select('select id from supporters where id > ? order by id limit ' . self::CHUNK, [$after]),
                'id',
            );
            foreach ($this->reader->read($ids) as $id => $record) {
                self::add($searches, $id, Traits::ofStored($record, $standardizer));
            }
            $after = $ids === [] ? $after : max($ids);
            $search->update(['done' => $search->done + count($ids)]);
        } while (count($ids) === self::CHUNK);
    }

    /** @param  list<array{RuleSet, PairJudge, PairSearch}>  $searches */
    private function incoming(Intake $intake, array $searches): void
    {
        foreach ($this->rows->of($intake) as $unit => $record) {
            self::add($searches, DuplicateSearch::ROW + $unit, Traits::ofIncoming($record));
        }
    }

    /** @param  list<array{RuleSet, PairJudge, PairSearch}>  $searches */
    private static function add(array $searches, int $number, Traits $traits): void
    {
        foreach ($searches as [$set, $judge, $of]) {
            if ($set->kind === $traits->kind) {
                $of->add($judge->prepare($number, $traits));
            }
        }
    }
}
