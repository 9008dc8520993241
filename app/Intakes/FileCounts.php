<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Matching\KeyTable;
use App\Matching\RuleSets;
use App\Models\Intake;
use App\Records\RecordReader;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\KnownRate;
use PineSieve\Core\Matching\Weights\Tally;
use PineSieve\Core\Names\SupporterKind;
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

    public function __construct(
        private Staged $staged,
        private RecordReader $reader,
        private RuleSets $sets,
    ) {
    }

    public static function forget(Intake $intake): void
    {
        DB::table('intake_counts')->where('intake_id', $intake->id)->delete();
    }

    /** @param  Edition  $known  of the supporters that are there */
    public function with(Edition $known, Intake $intake, RowMapper $mapper): Edition
    {
        $kept = DB::table('intake_counts')->where('intake_id', $intake->id)->where('stamp', $this->sets->stamp())->first();
        if ($kept !== null) {
            return $known->ofRows($known->frequencies->with(Tally::unpack($kept->counts)), $kept->known);
        }
        [$records, $every] = $this->sample($intake, $mapper);
        $judge = new PairJudge($this->sets->used(SupporterKind::Person), $this->sets->comparers(), $known);
        $counts = new Tally;
        foreach ($records as $record) {
            $judge->count($judge->compared(0, Traits::ofIncoming($record)), $counts, $every);
        }
        $edition = $known->ofRows($known->frequencies->with($counts));
        $looksAtStored = $intake->choices()->against->looksAtStored();
        $rate = $looksAtStored ? KnownRate::of($edition->weights->match, $this->odds($this->sets->matcherBy($edition), array_slice(array_diff_key($records, $this->loaded($intake)), 0, self::LOOKED_UP, true))) : $edition->weights->match;
        DB::table('intake_counts')->updateOrInsert(['intake_id' => $intake->id], ['stamp' => $this->sets->stamp(), 'known' => $rate, 'counts' => $counts->pack()]);

        return $known->ofRows($edition->frequencies, $rate);
    }

    /** @return array{array<int, IncomingRecord>, int} people of some rows, by unit, and for how many rows each stands */
    private function sample(Intake $intake, RowMapper $mapper): array
    {
        $rows = DB::table('intake_rows')->where('intake_id', $intake->id)->count();
        $every = max(1, intdiv($rows, self::ROWS));
        $numbers = DB::table('intake_rows')->where('intake_id', $intake->id)->whereRaw('crc32(cells) % ? = 0', [$every])->orderByRaw('crc32(cells), number')->limit(2 * self::ROWS)->pluck('number')->all();
        $cells = $this->staged->chosen($intake->id, $numbers);
        $edits = Edits::of($intake->id, $numbers);
        $records = [];
        foreach ($numbers as $number) {
            foreach ($mapper->map($edits->corrected($number, $cells[$number]))->parties as $part => $party) {
                if ($party->record->kind === SupporterKind::Person && $party->record->display() !== '') {
                    $records[Unit::of($number, $part)] = $party->record;
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
        $holders = KeyTable::holders(array_merge(...$keys), Candidates::NAMESAKES);
        $stored = $this->reader->read($holders->all());
        $odds = [];
        foreach ($records as $i => $record) {
            $sum = 0.0;
            $ids = array_merge([], ...array_map(static fn ($key): array => $holders->of[$key->hash] ?? [], $keys[$i]));
            foreach (array_intersect_key($stored, array_flip($ids)) as $candidate) {
                $finding = $matcher->compare($record, $candidate);
                $sum += $finding instanceof PairFinding ? min(1e6, ($finding->likely ?? 0.5) / max(1e-6, 1 - ($finding->likely ?? 0.5))) : 0.0;
            }
            $odds[] = $sum;
        }

        return $odds;
    }
}
