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
    public function __construct(
        private RecordWriter $writer,
        private Sifter $sifter,
        private Staged $staged,
        private Bulk $bulk,
        private Ids $ids,
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
                $intake->done += count($rows);
            }
            $intake->journal_mark = $this->ids->lastJournalId();
            $more = count($rows) === (int) config('sieve.load_chunk');
            if (! $more && $intake->position < Sifter::LATER) {
                // Now those that had to wait for the others.
                [$intake->position, $more] = [Sifter::LATER, true];
            }
            if (! $more) {
                $intake->fill(['state' => IntakeState::Loaded, 'loaded_at' => now(), 'ended_at' => now()]);
            }
            $intake->save();

            return $more;
        });
    }

    /** @return list<stdClass> */
    private function results(Intake $intake): array
    {
        $later = $intake->position >= Sifter::LATER;

        return DB::select('select number, turn, outcome, supporter_id, leader, changes, money, gift_state, fingerprint from intake_results where intake_id = ? and number > ? and turn '.($later ? '>' : '<').' ? order by number limit '.(int) config('sieve.load_chunk'), [$intake->id, $later ? $intake->position - Sifter::LATER : $intake->position, Sifter::LATER]);
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
            $numbers = array_column(array_filter($rows, static fn (stdClass $row): bool => ($row->turn > Sifter::LATER) === $later), 'number');
            if ($numbers !== []) {
                $this->sifter->sift($intake, $this->staged->chosen($intake->id, $numbers), $later);
            }
        }
        $again = $this->results($intake);
        foreach ($again as $i => $row) {
            $intake->replanned += $row->outcome !== $rows[$i]->outcome || $row->changes !== $rows[$i]->changes ? 1 : 0;
        }

        return $again;
    }

    /** @param  list<stdClass>  $rows */
    private function apply(Intake $intake, array $rows): void
    {
        $entries = [];
        foreach ($rows as $row) {
            if ($row->changes !== null) {
                $entries[] = new Entry($row->supporter_id ?? "{$row->leader}:supporter", array_map(Change::fromArray(...), json_decode($row->changes, true, flags: JSON_THROW_ON_ERROR)), $row->number);
            }
        }
        $ids = $entries === [] ? [] : $this->writer->write($entries, Cause::load($intake->id, $intake->loaded_by), $this->madeBefore($intake, $rows, $entries));
        $made = [];
        foreach ($ids as $ref => $id) {
            [$number, $subject] = explode(':', $ref);
            if ($subject !== 'gift' && $subject !== 'identifier') {
                $made[$number][$subject] = $id;
            }
        }
        $outcomes = [];
        $intakeId = $intake->id;
        foreach ($rows as $row) {
            $supporter = $row->supporter_id ?? ($row->leader === null ? null : ($ids["{$row->leader}:supporter"] ?? null));
            $outcomes[] = [$intakeId, $row->number, $row->outcome, $supporter, isset($made[$row->number]) ? json_encode($made[$row->number], JSON_THROW_ON_ERROR) : null, $row->money, $row->gift_state, $row->fingerprint];
        }
        $this->bulk->insert('intake_outcomes', ['intake_id', 'number', 'outcome', 'supporter_id', 'made', 'money', 'gift_state', 'fingerprint'], $outcomes);
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
        $here = array_flip(array_column($rows, 'number'));
        $wanted = [];
        foreach ($rows as $row) {
            if ($row->leader !== null && ! isset($here[$row->leader])) {
                $wanted[$row->leader] = true;
            }
        }
        foreach ($entries as $entry) {
            foreach ($entry->changes as $change) {
                if (is_string($change->ref) && ! isset($here[(int) $change->ref])) {
                    $wanted[(int) $change->ref] = true;
                }
            }
        }
        $known = [];
        foreach (DB::table('intake_outcomes')->where('intake_id', $intake->id)->whereIn('number', array_keys($wanted))->whereNotNull('made')->get(['number', 'made']) as $row) {
            foreach (json_decode($row->made, true, flags: JSON_THROW_ON_ERROR) as $subject => $id) {
                $known["{$row->number}:{$subject}"] = $id;
            }
        }

        return $known;
    }
}
