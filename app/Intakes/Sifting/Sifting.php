<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\LongWork;
use App\Intakes\Messages;
use App\Intakes\Sources\StagedRows;
use App\Records\Ids;
use App\Standards\StandardsVersion;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\Standards;

/** Works out every row of an intake, chunk by chunk. */
final readonly class Sifting implements LongWork
{
    /** Seconds after which a person is told that the work is done. */
    private const PATIENCE = 20;

    public function __construct(
        private Sifter $sifter,
        private Results $results,
        private Ids $ids,
        private StagedRows $staged,
        private Messages $messages,
        private StandardsVersion $version,
        private Standards $standards,
    ) {}

    public function step(Intake $intake): bool
    {
        return $this->staged->step($intake, function () use ($intake): bool {
            // Rows are worked out by one version of the standards or not at all.
            if (!$this->version->isCurrent()) {
                return true;
            }
            if ($intake->standards !== $this->version->held) {
                $intake->fill(['position' => 0, 'done' => 0, 'standards' => $this->version->held]);
            }
            if ($intake->position === 0) {
                $intake->currency = $this->standards->formats->home->currency;
            }
            if ($intake->position === 0) {
                $intake->journal_mark = $this->ids->lastJournalId();
                $tried = DB::table('intake_outcomes')->select('unit')->where('intake_id', $intake->id);
                DB::table('intake_problems')->where('intake_id', $intake->id)->delete();
                FileCounts::forget($intake);
                foreach (['intake_results', 'intake_keys', 'intake_untaken'] as $table) {
                    DB::table($table)
                        ->where('intake_id', $intake->id)
                        ->when($intake->trial !== null, static fn($query) => $query->whereNotIn('unit', $tried))
                        ->delete();
                }
            }
            $more = $intake->position < Sifter::LATER ? $this->first($intake) : $this->later($intake);
            if (!$more) {
                $intake->fill(['state' => IntakeState::Ready, 'is_sifted' => true, 'has_moved' => false, 'ended_at' => now()]);
                DB::afterCommit(static fn() => RowsWorkedOut::dispatch($intake->id));
                // Who has waited at the screen sees it there.
                if ($intake->began_at !== null && $intake->began_at->diffInSeconds(now()) > self::PATIENCE) {
                    DB::afterCommit(fn() => $this->messages->needsSomeone($intake));
                }
            }
            $intake->save();

            return $more;
        });
    }

    /** The rows in their order; then it is the turn of those that could not be settled. */
    private function first(Intake $intake): bool
    {
        $rows = $this->staged->rows($intake->id, $intake->position, config('sieve.sift_chunk'));
        if ($rows !== []) {
            $this->sifter->sift($intake, $rows);
            $intake->position = array_key_last($rows);
            $intake->done += count($rows);
        }
        if (count($rows) === (int) config('sieve.sift_chunk')) {
            return true;
        }
        $intake->position = Sifter::LATER;

        return $this->results->waiting($intake->id, 0, 1) !== [];
    }

    private function later(Intake $intake): bool
    {
        $numbers = $this->results->waiting($intake->id, $intake->position - Sifter::LATER, config('sieve.sift_chunk'));
        if ($numbers !== []) {
            $this->sifter->sift($intake, $this->staged->chosen($intake->id, $numbers), true);
            $intake->position = Sifter::LATER + max($numbers);
        }

        return count($numbers) === (int) config('sieve.sift_chunk');
    }
}
