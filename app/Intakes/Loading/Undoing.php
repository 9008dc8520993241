<?php

declare(strict_types=1);

namespace App\Intakes\Loading;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\LongWork;
use App\Intakes\Sifting\Results;
use App\Intakes\Sources\StagedRows;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\ActState;
use App\Records\Bulk;
use App\Records\Entry;
use App\Records\Erased;
use App\Records\Ids;
use App\Records\JournalEntry;
use App\Records\Merge;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\LeftAsItIs;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;

/**
 * Takes back what an intake did, all of it or chosen rows, supporter by supporter, each chunk in one transaction.
 * What is taken back is journalled like any change, so it can be brought back in the same way.
 *
 * @phpstan-type KeptThing array{
 *     supporter: int, thing: string, column: ?string, now: ?string, before: ?string, reason: string, by?: ?string,
 * }
 * @phpstan-type UndoReport array{
 *     supporters: array{removed: int, restored: int}, gifts: array{removed: int}, promises: array{removed: int}, kept: list<KeptThing>, kept_count: int,
 * }
 */
final readonly class Undoing implements LongWork
{
    public const UNDO = 'undo';

    public const REDO = 'redo';

    private const CHUNK = 300;

    /** Kept things that the report names; the count goes on. */
    private const NAMED = 1000;

    public function __construct(
        private RecordWriter $writer,
        private RecordReader $reader,
        private StagedRows $staged,
        private Ids $ids,
        private Bulk $bulk,
        private LoadQueue $queue,
    ) {}

    /** @return UndoReport */
    public static function emptyReport(): array
    {
        return [
            'supporters' => ['removed' => 0, 'restored' => 0],
            'gifts' => ['removed' => 0],
            'promises' => ['removed' => 0],
            'kept' => [],
            'kept_count' => 0,
        ];
    }

    /**
     * Begins to take an intake back, or to bring back what was taken back last.
     *
     * @param  self::UNDO|self::REDO  $kind
     * @param  ?list<int>  $rows  numbers; null for all
     */
    public function begin(Intake $intake, string $kind, ?array $rows, ?User $user): void
    {
        $isRedo = $kind === self::REDO;
        $intake->fill([
            'undo_report' => null,
            'undone_by' => $user?->id,
            'taking_back' => [
                'kind' => $kind,
                'rows' => $isRedo ? $intake->taking_back['rows'] ?? null : $rows,
                'act' => $isRedo ? $intake->act_id : null,
            ],
        ]);
        $intake->act_id = $intake->act($isRedo ? ActKind::Redo : ActKind::Undo, $user?->id)->id;
        Audit::note(
            Audit::UNDO,
            match (true) {
                $kind === self::REDO => "Took the undo of \"{$intake->name}\" back",
                $rows === null => "Undid \"{$intake->name}\"",
                default => 'Undid ' . count($rows) . " rows of \"{$intake->name}\"",
            },
            $intake->id,
        );
        $intake->begin(IntakeState::Undoing);
    }

    public function step(Intake $intake): bool
    {
        return $this->staged->step($intake, function () use ($intake): bool {
            $this->ids->queueUp();
            [$ids, $reversals] = $this->next($intake, $intake->taking_back ?? self::all(), $intake->position);
            $report = $intake->undo_report ?? self::emptyReport();
            $entries = [];
            foreach ($reversals as $id => $reversal) {
                self::count($report, $id, $reversal);
                if ($reversal->changes !== []) {
                    $entries[] = new Entry($id, $reversal->changes, $this->oneRow($intake));
                }
            }
            if ($entries !== []) {
                $this->writer->write($entries, Act::query()->findOrFail($intake->act_id));
            }
            $intake->fill([
                'undo_report' => $report,
                'position' => $ids === [] ? $intake->position : max($ids),
                'done' => $intake->done + count($ids),
            ]);
            $more = count($ids) === self::CHUNK;
            if (!$more) {
                $this->finish($intake);
            }
            $intake->save();

            return $more;
        });
    }

    /** When what is brought back was taken back. */
    private function begun(Intake $intake): string
    {
        return (string) DB::table('acts')
            ->where('id', $intake->taking_back['act'] ?? 0)
            ->value('at');
    }

    /** A single row's undo stands in the history with its row. */
    private function oneRow(Intake $intake): ?int
    {
        $rows = $intake->taking_back['rows'] ?? null;

        return $rows !== null && count($rows) === 1 ? $rows[0] : null;
    }

    /** A trial or a stopped load that is taken back leaves the intake as it was before; a load that is taken back ends it. */
    private function finish(Intake $intake): void
    {
        DB::afterCommit(fn() => $this->queue->next());
        $intake->in_foreground = false;
        Act::query()
            ->findOrFail($intake->act_id)
            ->fill(['state' => ActState::Done, 'ended_at' => now(), 'records' => $intake->done])
            ->save();
        ['kind' => $kind, 'rows' => $rows] = $intake->taking_back ?? self::all();
        if ($rows !== null) {
            $this->settleRows($intake, $rows, $kind);
            $intake->fill(['state' => IntakeState::Loaded, 'ended_at' => now()]);

            return;
        }
        $loads = Act::query()->where('intake_id', $intake->id)->where('kind', ActKind::Load);
        if ($kind === self::REDO) {
            $loads
                ->where('undone_at', '>=', $this->begun($intake))
                ->update(['state' => ActState::Done, 'undone_at' => null, 'undone_by' => null]);
            $intake->fill(['state' => IntakeState::Loaded, 'undone_at' => null, 'ended_at' => now(), 'taking_back' => null]);

            return;
        }
        $loads
            ->where('state', '<>', ActState::Undone)
            ->update(['state' => ActState::Undone, 'undone_at' => now(), 'undone_by' => $intake->undone_by]);
        if ($intake->loaded_at !== null) {
            $intake->fill(['state' => IntakeState::Undone, 'undone_at' => now(), 'ended_at' => now()]);

            return;
        }
        DB::table('intake_outcomes')->where('intake_id', $intake->id)->delete();
        $intake->fill(['trial' => null, 'is_sifted' => false, 'undone_by' => null, 'taking_back' => null, 'act_id' => null]);
        // Its rows are worked out anew, as they were before the trial.
        $intake->begin(IntakeState::Sifting);
        DB::afterCommit(static fn() => CarryOn::dispatch($intake->id));
    }

    /**
     * Rows that were taken back wait with the held ones; those that are brought back end as they did before.
     *
     * @param  list<int>  $rows
     */
    private function settleRows(Intake $intake, array $rows, string $kind): void
    {
        $outcomes = DB::table('intake_outcomes')
            ->where('intake_id', $intake->id)
            ->whereIn('number', $rows)
            ->where('outcome', '<>', Results::WITH);
        $results = DB::table('intake_results')->where('intake_id', $intake->id)->whereIn('number', $rows)->where('role', '');
        if ($kind === self::REDO) {
            (clone $outcomes)->whereNotNull('taken_back')->update(['outcome' => DB::raw('taken_back'), 'taken_back' => null]);
            $results->update([
                'outcome' => DB::raw(
                    '(select o.outcome from intake_outcomes o where o.intake_id = intake_results.intake_id and o.unit = intake_results.unit)',
                ),
                'held_by' => null,
            ]);
            DB::table('intake_edits')->where('intake_id', $intake->id)->where('kind', 'row')->whereIn('number', $rows)->delete();
            $intake->taking_back = null;

            return;
        }
        (clone $outcomes)
            ->whereNull('taken_back')
            ->whereIn('outcome', Results::COMES_IN)
            ->update(['taken_back' => DB::raw('outcome'), 'outcome' => 'held']);
        $results->update(['outcome' => 'held', 'held_by' => 'person']);
        $this->bulk->insert(
            'intake_edits',
            ['intake_id', 'kind', 'number', 'to', 'user_id'],
            array_map(static fn(int $row): array => [$intake->id, 'row', $row, 'hold', $intake->undone_by], $rows),
        );
    }

    /**
     * Whether all of these rows came in and are in still.
     *
     * @param  list<int>  $rows  numbers, each once
     */
    public function cameIn(Intake $intake, array $rows): bool
    {
        return DB::table('intake_outcomes')
            ->where('intake_id', $intake->id)
            ->whereIn('number', $rows)
            ->whereIn('outcome', ['new', 'updated', 'unchanged'])
            ->distinct()
            ->count('number') === count($rows);
    }

    /**
     * What taking back would do, without doing it.
     *
     * @param  ?list<int>  $rows  numbers; null for all
     * @return UndoReport
     */
    public function preview(Intake $intake, ?array $rows = null): array
    {
        $report = self::emptyReport();
        $position = 0;
        do {
            [$ids, $reversals] = $this->next($intake, [...self::all(), 'rows' => $rows], $position);
            foreach ($reversals as $id => $reversal) {
                self::count($report, $id, $reversal);
            }
            $position = $ids === [] ? 0 : max($ids);
        } while (count($ids) === self::CHUNK);
        $report['kept'] = $this->byWhom($intake, $report['kept']);

        return $report;
    }

    /** @return array{kind: string, rows: null, act: null} */
    private static function all(): array
    {
        return ['kind' => self::UNDO, 'rows' => null, 'act' => null];
    }

    /**
     * @param  array{kind: string, rows: ?list<int>, act: ?int}  $what
     * @return array{list<int>, array<int, Reversal>} supporters of the chunk, and what takes back what was done to each
     */
    private function next(Intake $intake, array $what, int $after): array
    {
        $rows = $what['kind'] === self::UNDO ? $what['rows'] : null;
        $acts = Act::query()
            ->where('intake_id', $intake->id)
            ->select('id')
            ->when(
                $what['kind'] === self::REDO,
                static fn($query) => $query->whereKey($what['act']),
                static fn($query) => $query->where('kind', ActKind::Load),
            );
        $ids = Lists::ints(
            DB::table('journal')
                ->where('owner_kind', Subject::Supporter)
                ->where('owner_id', '>', $after)
                ->whereIn('act_id', $acts)
                ->when($rows !== null, static fn($query) => $query->whereIn('row_number', $rows))
                ->distinct()
                ->orderBy('owner_id')
                ->limit(self::CHUNK)
                ->pluck('owner_id'),
        );
        $done = [];
        $since = [];
        $gone = [];
        $entries = $ids === [] ? collect() : JournalEntry::ofSupporters($ids)->get();
        // What another intake did and took back again is nobody's change.
        $undone = array_flip(
            Intake::query()
                ->whereIn('id', $entries->pluck('act.intake_id')->filter()->unique())
                ->where('state', IntakeState::Undone)
                ->where('id', '<>', $intake->id)
                ->pluck('id')
                ->all(),
        );
        foreach ($entries as $entry) {
            // Nor is it anybody's that someone whom a gift honors was erased.
            if (isset($undone[$entry->act->intake_id ?? 0]) || $entry->act->kind === ActKind::Erase) {
                continue;
            }
            $own = $entry->act->intake_id === $intake->id;
            $isLoad = $entry->act->kind === ActKind::Load;
            $ours = $own && $this->isMeant($entry, $what);
            foreach ($entry->changeList() as $change) {
                $thing = "{$change->subject->value}:{$change->ref}";
                if ($own && !$isLoad && $change->action !== Action::Update) {
                    $gone[$entry->owner_id][$thing] = $change->action === Action::Delete;
                }
                if ($ours) {
                    $done[$entry->owner_id][] = $change;
                } elseif (isset($done[$entry->owner_id]) && !($own && !$isLoad)) {
                    $since[$entry->owner_id][$thing] = true;
                }
            }
        }
        $things = $this->reader->things($ids, $intake->id);
        $survivors = Merge::survivors(array_values(array_diff($ids, array_keys(array_filter($things)))));
        $erased = Erased::among($ids);
        $reversals = [];
        foreach ($done as $id => $changes) {
            // What was taken back before, with its row, is not looked for again.
            $there =
                $what['rows'] === null || $what['kind'] === self::REDO
                    ? $changes
                    : array_values(
                        array_filter(
                            $changes,
                            static fn(Change $change): bool => !($gone[$id]["{$change->subject->value}:{$change->ref}"] ?? false),
                        ),
                    );
            $reversals[$id] = match (true) {
                isset($erased[$id]) => Reversal::impossible("supporter:{$id}", Erased::STAYS),
                isset($survivors[$id]) => Reversal::impossible(
                    "supporter:{$id}",
                    "It is a part of supporter {$survivors[$id]} by now. Take them apart first; then it can be taken back.",
                ),
                default => Reversal::of($there, $things[$id] ?? [], $since[$id] ?? []),
            };
        }

        return [$ids, $reversals];
    }

    /**
     * Whether an entry of the intake belongs to what is taken back: its loads and what was taken back and brought back of it before, since only what remains of that can go.
     *
     * @param  array{kind: string, rows: ?list<int>, act: ?int}  $what
     */
    private function isMeant(JournalEntry $entry, array $what): bool
    {
        return match (true) {
            $what['kind'] === self::REDO => $entry->act_id === $what['act'],
            $what['rows'] === null => true,
            default => $entry->act->kind === ActKind::Load && in_array($entry->row_number, $what['rows'], true),
        };
    }

    /**
     * Who changed what stays.
     *
     * @param  list<KeptThing>  $kept
     * @return list<KeptThing>
     */
    private function byWhom(Intake $intake, array $kept): array
    {
        $last = [];
        $entries = JournalEntry::ofSupporters(array_values(array_unique(array_column(array_slice($kept, 0, 100), 'supporter'))))
            ->with('act.user')
            ->get();
        $names = Intake::query()->whereIn('id', JournalEntry::intakesOf($entries))->pluck('name', 'id');
        foreach ($entries as $entry) {
            if ($entry->act->intake_id === $intake->id) {
                continue;
            }
            $last[$entry->owner_id] =
                ($entry->act->user->name ?? 'someone') .
                ', ' .
                substr((string) $entry->at, 0, 10) .
                (isset($names[$entry->act->intake_id]) ? ", with \"{$names[$entry->act->intake_id]}\"" : '');
        }

        return array_map(static fn(array $one): array => [...$one, 'by' => $last[$one['supporter']] ?? null], $kept);
    }

    /** @param  UndoReport  $report */
    private static function count(array &$report, int $supporter, Reversal $reversal): void
    {
        $removed = false;
        foreach ($reversal->changes as $change) {
            $removed = $removed || ($change->subject === Subject::Supporter && $change->action === Action::Delete);
            $isGone = $change->action === Action::Delete;
            $report['gifts']['removed'] += $isGone && $change->subject->isGift() ? 1 : 0;
            $report['promises']['removed'] += $isGone && $change->subject === Subject::Promise ? 1 : 0;
        }
        if ($reversal->changes !== []) {
            $report['supporters'][$removed ? 'removed' : 'restored']++;
        }
        $kept = array_map(static fn(LeftAsItIs $kept): array => ['supporter' => $supporter, ...$kept->toArray()], $reversal->kept);
        $report['kept'] = array_slice([...$report['kept'], ...$kept], 0, self::NAMED);
        $report['kept_count'] += count($kept);
    }
}
