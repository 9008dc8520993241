<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Intakes\Decisions\Edits;
use App\Intakes\Intake;
use App\Intakes\Sources\StagedRows;
use App\Matching\RuleSets;
use App\Matching\StoredMatches;
use App\Records\RecordReader;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\KnownRate;
use PineSieve\Core\Matching\Weights\Tally;
use PineSieve\Core\Records\IncomingRecord;

/**
 * What is frequent among the rows of a file, and how many of them are known: of a large one, of some rows that stand for the others.
 * Which ones is told by their cells, so that the order of rows changes nothing. Counted once, when the rows are worked out anew.
 */
final readonly class FileCounts
{
    private const ROWS = 2000;

    /** So many are looked up to see whether they are known. */
    private const LOOKED_UP = 400;

    public function __construct(private StagedRows $staged, private RecordReader $reader, private RuleSets $sets) {}

    public static function forget(Intake $intake): void
    {
        DB::table('intake_counts')->where('intake_id', $intake->id)->delete();
    }

    /**
     * @param  array<string, Edition>  $known  of the supporters that are there, by kind
     * @return array<string, Edition>
     */
    public function with(array $known, Intake $intake, RowMapper $mapper): array
    {
        $kept = DB::table('intake_counts')->where('intake_id', $intake->id)->where('stamp', $this->sets->stamp())->get()->keyBy('kind');
        if (array_diff_key($known, $kept->all()) !== []) {
            [$records, $every] = $this->sample($intake, $mapper);
            $counted = array_map(
                fn(Edition $edition): array => $this->counted($edition, $records[$edition->kind->value] ?? [], $every, $intake),
                $known,
            );
            DB::table('intake_counts')->where('intake_id', $intake->id)->delete();
            foreach ($counted as $kind => [$counts, $rate]) {
                DB::table('intake_counts')->insert([
                    'intake_id' => $intake->id,
                    'kind' => $kind,
                    'stamp' => $this->sets->stamp(),
                    'known' => $rate,
                    'counts' => $counts->pack(),
                ]);
            }
        } else {
            $counted = $kept->map(static fn(object $row): array => [Tally::unpack($row->counts), $row->known])->all();
        }

        return array_map(static function (Edition $edition) use ($counted): Edition {
            [$counts, $rate] = $counted[$edition->kind->value];

            return $edition->ofRows($edition->frequencies->with($counts), $rate);
        }, $known);
    }

    /**
     * @param  array<int, IncomingRecord>  $records  of a kind, by unit
     * @param  int  $every  for how many rows each stands
     * @return array{Tally, float} with how many of those of the file are known
     */
    private function counted(Edition $known, array $records, int $every, Intake $intake): array
    {
        $judge = new PairJudge($this->sets->used($known->kind), $this->sets->comparers(), $known);
        $counts = new Tally();
        foreach ($records as $record) {
            $judge->count($judge->compared(0, Traits::ofIncoming($record)), $counts, $every);
        }
        $edition = $known->ofRows($known->frequencies->with($counts));
        if (!$intake->settings->against->looksAtStored()) {
            return [$counts, $edition->weights->match];
        }
        $looked = array_slice(array_diff_key($records, $this->loaded($intake)), 0, self::LOOKED_UP, true);

        return [
            $counts,
            KnownRate::of($edition->weights->match, $this->odds($this->sets->matcherBy([$known->kind->value => $edition]), $looked)),
        ];
    }

    /** @return array{array<string, array<int, IncomingRecord>>, int} records of some rows, by kind and unit, and for how many rows each stands */
    private function sample(Intake $intake, RowMapper $mapper): array
    {
        $rows = DB::table('intake_rows')->where('intake_id', $intake->id)->count();
        $every = max(1, intdiv($rows, self::ROWS));
        $numbers = Lists::ints(
            DB::table('intake_rows')
                ->where('intake_id', $intake->id)
                ->whereRaw('crc32(cells) % ? = 0', [$every])
                ->orderByRaw('crc32(cells), number')
                ->limit(2 * self::ROWS)
                ->pluck('number'),
        );
        $cells = $this->staged->chosen($intake->id, $numbers);
        $edits = Edits::of($intake->id, $numbers);
        $records = [];
        foreach ($numbers as $number) {
            foreach ($mapper->map($edits->corrected($number, $cells[$number]))->parties as $part => $party) {
                // Of who is but named beside another, nothing is known that could be weighed.
                if (!$party->isNamedOnly && $party->record->display() !== '') {
                    $records[$party->record->kind->value][UnitNumber::of($number, $part)] = $party->record;
                }
            }
        }

        return [$records, $every];
    }

    /** @return array<int, int> units that are stored by now, and would be found to be themselves */
    private function loaded(Intake $intake): array
    {
        return DB::table('intake_outcomes')->where('intake_id', $intake->id)->pluck('unit', 'unit')->all();
    }

    /**
     * @param  array<int, IncomingRecord>  $records
     * @return list<float> of each, that it is one of the stored ones rather than none
     */
    private function odds(Matcher $matcher, array $records): array
    {
        $keys = array_map($matcher->keysOfIncoming(...), $records);
        $matches = StoredMatches::find($records, $keys, $matcher, $this->reader);
        $stored = $this->reader->read($matches->all());
        $odds = [];
        foreach ($records as $i => $record) {
            $sum = 0.0;
            foreach (array_intersect_key($stored, array_flip($matches->of[$i])) as $candidate) {
                $finding = $matcher->compare($record, $candidate);
                $sum +=
                    $finding instanceof PairFinding ? min(1e6, ($finding->likely ?? 0.5) / max(1e-6, 1 - ($finding->likely ?? 0.5))) : 0.0;
            }
            $odds[] = $sum;
        }

        return $odds;
    }
}
