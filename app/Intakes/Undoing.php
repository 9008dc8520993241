<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Jobs\CarryOn;
use App\Models\Intake;
use App\Models\IntakeState;
use App\Models\JournalEntry;
use App\Records\Cause;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Kept;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;

/** Takes back what an intake did, supporter by supporter, each chunk in one transaction. */
final readonly class Undoing implements Work
{
    private const CHUNK = 300;

    /** Kept things that the report names; the count goes on. */
    private const NAMED = 1000;

    public function __construct(
        private RecordWriter $writer,
        private RecordReader $reader,
        private Staged $staged,
        private Ids $ids,
    ) {
    }

    /** @return array{supporters: array{removed: int, restored: int}, gifts: array{removed: int}, kept: list<array<string, mixed>>, kept_count: int} */
    public static function emptyReport(): array
    {
        return ['supporters' => ['removed' => 0, 'restored' => 0], 'gifts' => ['removed' => 0], 'kept' => [], 'kept_count' => 0];
    }

    public function step(Intake $intake): bool
    {
        return DB::transaction(function () use ($intake): bool {
            $this->staged->takeUp($intake);
            $this->ids->queueUp();
            [$ids, $reversals] = $this->next($intake, $intake->position);
            $report = $intake->undo_report ?? self::emptyReport();
            $entries = [];
            foreach ($reversals as $id => $reversal) {
                self::count($report, $id, $reversal);
                if ($reversal->changes !== []) {
                    $entries[] = new Entry($id, $reversal->changes);
                }
            }
            if ($entries !== []) {
                $this->writer->write($entries, Cause::undo($intake->id, $intake->undone_by));
            }
            $intake->fill(['undo_report' => $report, 'position' => $ids === [] ? $intake->position : max($ids), 'done' => $intake->done + count($ids)]);
            $more = count($ids) === self::CHUNK;
            if (! $more) {
                $this->finish($intake);
            }
            $intake->save();

            return $more;
        });
    }

    /** A trial that is taken back leaves the intake as it was before; a load that is taken back ends it. */
    private function finish(Intake $intake): void
    {
        if ($intake->loaded_at !== null) {
            $intake->fill(['state' => IntakeState::Undone, 'undone_at' => now(), 'ended_at' => now()]);

            return;
        }
        DB::table('intake_outcomes')->where('intake_id', $intake->id)->delete();
        $intake->fill(['trial' => null, 'is_sifted' => false, 'undone_by' => null, 'settings' => [...$intake->settings, 'journal_from' => $this->ids->lastJournalId()]]);
        // Its rows are worked out anew, as they were before the trial.
        $intake->begin(IntakeState::Sifting);
        DB::afterCommit(static fn () => CarryOn::dispatch($intake->id));
    }

    /**
     * What undoing would do, without doing it.
     *
     * @return array{supporters: array{removed: int, restored: int}, gifts: array{removed: int}, kept: list<array<string, mixed>>, kept_count: int}
     */
    public function preview(Intake $intake): array
    {
        $report = self::emptyReport();
        $position = 0;
        do {
            [$ids, $reversals] = $this->next($intake, $position);
            foreach ($reversals as $id => $reversal) {
                self::count($report, $id, $reversal);
            }
            $position = $ids === [] ? 0 : max($ids);
        } while (count($ids) === self::CHUNK);

        return $report;
    }

    /** @return array{list<int>, array<int, Reversal>} supporters of the chunk, and what takes back what was done to each */
    private function next(Intake $intake, int $after): array
    {
        $ids = array_map(intval(...), array_column(DB::select('select distinct supporter_id from journal where intake_id = ? and cause = ? and supporter_id > ? order by supporter_id limit '.self::CHUNK, [$intake->id, Cause::LOAD, $after]), 'supporter_id'));
        $done = [];
        $since = [];
        $entries = $ids === [] ? collect() : JournalEntry::query()->whereIn('supporter_id', $ids)->orderBy('id')->get();
        // What an intake did and took back again is nobody's change.
        $undone = array_flip(Intake::query()->whereIn('id', $entries->pluck('intake_id')->filter()->unique())->where('state', IntakeState::Undone)->pluck('id')->all());
        foreach ($entries as $entry) {
            if (isset($undone[$entry->intake_id ?? 0])) {
                continue;
            }
            if ($entry->intake_id === $intake->id && $entry->cause === Cause::UNDO) {
                // A trial was taken back: what came before is as if it had not been.
                unset($done[$entry->supporter_id], $since[$entry->supporter_id]);

                continue;
            }
            $ours = $entry->intake_id === $intake->id && $entry->cause === Cause::LOAD;
            foreach ($entry->changeList() as $change) {
                if ($ours) {
                    $done[$entry->supporter_id][] = $change;
                } elseif (isset($done[$entry->supporter_id])) {
                    $since[$entry->supporter_id]["{$change->subject->value}:{$change->ref}"] = true;
                }
            }
        }
        $things = $this->reader->things($ids, $intake->id);
        $reversals = [];
        foreach ($done as $id => $changes) {
            $reversals[$id] = Reversal::of($changes, $things[$id] ?? [], $since[$id] ?? []);
        }

        return [$ids, $reversals];
    }

    /** @param  array{supporters: array{removed: int, restored: int}, gifts: array{removed: int}, kept: list<array<string, mixed>>, kept_count: int}  $report */
    private static function count(array &$report, int $supporter, Reversal $reversal): void
    {
        $removed = false;
        foreach ($reversal->changes as $change) {
            $removed = $removed || ($change->subject === Subject::Supporter && $change->action === Action::Delete);
            $report['gifts']['removed'] += $change->subject === Subject::Gift && $change->action === Action::Delete ? 1 : 0;
        }
        if ($reversal->changes !== []) {
            $report['supporters'][$removed ? 'removed' : 'restored']++;
        }
        $kept = array_map(static fn (Kept $kept): array => ['supporter' => $supporter, ...$kept->toArray()], $reversal->kept);
        $report['kept'] = array_slice([...$report['kept'], ...$kept], 0, self::NAMED);
        $report['kept_count'] += count($kept);
    }
}
