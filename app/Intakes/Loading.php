<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use App\Models\IntakeState;
use App\Records\Bulk;
use App\Records\Cause;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordWriter;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Change;
use stdClass;

/**
 * Applies the planned change sets of an intake, chunk by chunk, each in one transaction with the outcomes of its rows.
 * If the database has moved since the rows were planned, they are planned again first.
 */
final readonly class Loading implements Work
{
    private const COLUMNS = 'unit, number, turn, outcome, supporter_id, leader, changes, money, money_there, gifts_new, fingerprint';

    public function __construct(
        private RecordWriter $writer,
        private Sifter $sifter,
        private Staged $staged,
        private Bulk $bulk,
        private Ids $ids,
        private LoadQueue $queue,
        private Messages $messages,
    ) {
    }

    public function step(Intake $intake): bool
    {
        return DB::transaction(function () use ($intake): bool {
            $this->staged->takeUp($intake);
            $this->ids->queueUp();
            $rows = $this->results($intake);
            if ($rows !== [] && $this->hasMoved($intake)) {
                $rows = $this->planAgain($intake, $rows);
            }
            if ($rows !== []) {
                $this->apply($intake, $rows);
                $intake->position = $rows[count($rows) - 1]->turn;
                $intake->done += count(array_unique(array_column($rows, 'number')));
            }
            $intake->journal_mark = $this->ids->lastJournalId();
            $more = $rows !== [];
            if (! $more && $intake->position < Sifter::LATER) {
                // Now those that had to wait for the others.
                [$intake->position, $more] = [Sifter::LATER, true];
            }
            if (! $more) {
                $intake->fill($intake->isTrying()
                    ? ['state' => IntakeState::Ready, 'trial' => [...$intake->trial, 'done' => true], 'ended_at' => now()]
                    : ['state' => IntakeState::Loaded, 'loaded_at' => now(), 'ended_at' => now()]);
            }
            $intake->save();
            if (! $more) {
                DB::afterCommit(function () use ($intake): void {
                    $this->messages->loaded($intake);
                    $this->queue->next();
                });
            }

            return $more;
        });
    }

    /** @return list<stdClass> */
    private function results(Intake $intake): array
    {
        $later = $intake->position >= Sifter::LATER;
        $limit = (int) config('sieve.load_chunk');
        // What a trial has brought in is in; a trial brings in its own rows alone.
        $trial = $intake->trial === null ? '' : ($intake->isTrying() ? ' and number in ('.implode(',', array_map(intval(...), $intake->trial['rows'])).')' : ' and not exists (select 1 from intake_outcomes o where o.intake_id = intake_results.intake_id and o.unit = intake_results.unit)');
        $rows = DB::select('select '.self::COLUMNS.' from intake_results where intake_id = ? and unit > ? and turn '.($later ? '>' : '<')." ?{$trial} order by unit limit ".($limit + Unit::MOST), [$intake->id, $later ? $intake->position - Sifter::LATER : $intake->position, Sifter::LATER]);
        // All that a row tells of is written in one transaction.
        for ($end = min($limit, count($rows)); $end < count($rows) && $rows[$end]->number === $rows[$end - 1]->number; $end++);

        return array_slice($rows, 0, $end);
    }

    private function hasMoved(Intake $intake): bool
    {
        return $intake->has_moved = $intake->has_moved
            || DB::select('select 1 from journal where id > ? and (intake_id is null or intake_id <> ?) limit 1', [$intake->journal_mark, $intake->id]) !== [];
    }

    /**
     * @param  list<stdClass>  $rows
     * @return list<stdClass>
     */
    private function planAgain(Intake $intake, array $rows): array
    {
        foreach ([false, true] as $later) {
            $numbers = array_values(array_unique(array_column(array_filter($rows, static fn (stdClass $row): bool => ($row->turn > Sifter::LATER) === $later), 'number')));
            if ($numbers !== []) {
                $this->sifter->sift($intake, $this->staged->chosen($intake->id, $numbers), $later);
            }
        }
        $again = $this->results($intake);
        $before = array_column($rows, null, 'unit');
        foreach ($again as $row) {
            $planned = $before[$row->unit] ?? null;
            $intake->replanned += $row->outcome !== Results::WITH && ($planned === null || $row->outcome !== $planned->outcome || $row->changes !== $planned->changes) ? 1 : 0;
        }

        return $again;
    }

    /** @param  list<stdClass>  $rows */
    private function apply(Intake $intake, array $rows, ?int $userId = null): void
    {
        $entries = [];
        foreach ($rows as $row) {
            if ($row->changes !== null) {
                $entries[] = new Entry($row->supporter_id ?? "{$row->leader}:supporter", array_map(Change::fromArray(...), json_decode($row->changes, true, flags: JSON_THROW_ON_ERROR)), $row->number);
            }
        }
        $ids = $entries === [] ? [] : $this->writer->write($entries, Cause::load($intake->id, $userId ?? $intake->loaded_by, $intake->choices()->isQuiet), $this->madeBefore($intake, $rows, $entries));
        $made = [];
        foreach ($ids as $ref => $id) {
            [$unit, $subject] = explode(':', $ref);
            if (! str_starts_with($subject, 'gift') && ! str_starts_with($subject, 'identifier')) {
                $made[$unit][$subject] = $id;
            }
        }
        $outcomes = [];
        $intakeId = $intake->id;
        foreach ($rows as $row) {
            $supporter = $row->supporter_id ?? ($row->leader === null ? null : ($ids["{$row->leader}:supporter"] ?? null));
            $outcomes[] = [$intakeId, $row->unit, $row->number, $row->outcome, $supporter, isset($made[$row->unit]) ? json_encode($made[$row->unit], JSON_THROW_ON_ERROR) : null, $row->money, $row->money_there, $row->gifts_new, $row->fingerprint];
        }
        $this->bulk->insert('intake_outcomes', ['intake_id', 'unit', 'number', 'outcome', 'supporter_id', 'made', 'money', 'money_there', 'gifts_new', 'fingerprint'], $outcomes);
    }

    /**
     * Brings held rows of a loaded intake in, as far as nothing keeps them any more.
     *
     * @param  list<int>  $numbers
     * @return list<int> numbers of those that came in
     */
    public function bring(Intake $intake, array $numbers, ?int $userId): array
    {
        $rows = $numbers === [] ? [] : DB::select('select '.self::COLUMNS.' from intake_results where intake_id = ? and number in ('.implode(',', array_map(intval(...), $numbers)).') order by unit', [$intake->id]);
        $coming = array_fill_keys(array_column(array_filter($rows, static fn (stdClass $row): bool => in_array($row->outcome, ['new', 'updated', 'unchanged', 'left_out'], true)), 'number'), true);
        $rows = array_values(array_filter($rows, static fn (stdClass $row): bool => isset($coming[$row->number])));
        if ($rows !== []) {
            DB::table('intake_outcomes')->where('intake_id', $intake->id)->whereIn('number', array_keys($coming))->delete();
            $this->apply($intake, $rows, $userId);
        }

        return array_keys($coming);
    }

    /**
     * What earlier chunks made and these entries refer to.
     *
     * @param  list<stdClass>  $rows
     * @param  list<Entry>  $entries
     * @return array<string, int>
     */
    private function madeBefore(Intake $intake, array $rows, array $entries): array
    {
        $here = array_flip(array_column($rows, 'unit'));
        $wanted = [];
        foreach ($rows as $row) {
            if ($row->leader !== null && ! isset($here[$row->leader])) {
                $wanted[$row->leader] = true;
            }
        }
        foreach ($entries as $entry) {
            foreach ($entry->changes as $change) {
                foreach ([$change->ref, $change->fields['other_id'][1] ?? 0] as $ref) {
                    if (is_string($ref) && ! ctype_digit($ref) && ! isset($here[(int) $ref])) {
                        $wanted[(int) $ref] = true;
                    }
                }
            }
        }
        $known = [];
        foreach (DB::table('intake_outcomes')->where('intake_id', $intake->id)->whereIn('unit', array_keys($wanted))->whereNotNull('made')->get(['unit', 'made']) as $row) {
            foreach (json_decode($row->made, true, flags: JSON_THROW_ON_ERROR) as $subject => $id) {
                $known["{$row->unit}:{$subject}"] = $id;
            }
        }

        return $known;
    }
}
