<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Accounts\Audit;
use App\Installation\RestorePoints;
use App\Intakes\CarryOn;
use App\Intakes\Decisions\ProblemList;
use App\Intakes\Http\Requests\LoadRequest;
use App\Intakes\Http\Requests\MoveRequest;
use App\Intakes\Http\Requests\TrialRequest;
use App\Intakes\Http\Requests\UndoRequest;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Loading\LoadQueue;
use App\Intakes\Loading\TrialRows;
use App\Intakes\Loading\Undoing;
use App\Intakes\Proof\Proof;
use App\Intakes\Proof\RowsBehind;
use App\Intakes\Sources\SourceStore;
use App\Intakes\Summary;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Lists;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Outcome;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * Loading an intake, proving it, and taking it back.
 *
 * @phpstan-import-type UndoReport from Undoing
 * @phpstan-import-type Amounts from Summary
 * @phpstan-import-type HeldReason from Proof
 * @phpstan-import-type SampleRow from RowsBehind
 * @phpstan-import-type PassedRow from ProblemList
 * @phpstan-import-type UntakenField from Proof
 * @phpstan-import-type WrittenField from Proof
 * @phpstan-type Moved array{moved: int}
 * @phpstan-type ProofPage array{
 *     rows: int, outcomes: array{new: int, updated: int, unchanged: int, held: int, left_out: int},
 *     supporters: array{created: int, updated: int}, gifts: array{created: int, amount: string, amounts: Amounts},
 *     in_batch: array{gifts: int, amounts: Amounts}, promised: array{created: int, amounts: Amounts},
 *     money: array{new: Amounts, batch: Amounts, promised: Amounts, there: Amounts, held: Amounts, left_out: Amounts}, source_amount: string,
 *     source_amounts: Amounts, balanced: bool, faults: list<string>, held_by_reason: list<HeldReason>, untaken: list<UntakenField>,
 *     written: list<WrittenField>, sample: list<SampleRow>, undo_report: ?UndoReport, can_redo: bool, passed: list<PassedRow>,
 * }
 */
final class LoadController extends Controller
{
    #[Answers(Summary::class, 'IntakeSummary')]
    public function load(LoadRequest $request, Intake $intake, Summary $summary, LoadQueue $queue): JsonResponse
    {
        $data = $request->validated();
        abort_unless(
            $intake->state === IntakeState::Ready && $intake->is_sifted,
            409,
            'This intake is not ready to be loaded: its rows must be worked out first.',
        );
        $unsure = $intake->settings->asksUnsure
            ? DB::table('intake_results')->where('intake_id', $intake->id)->where('held_by', 'unsure')->count()
            : 0;
        abort_if(
            $unsure > 0,
            409,
            ($unsure === 1 ? 'One row is' : "{$unsure} rows are") .
                ' unsure, and this intake asks before anything is loaded. Decide on the Matches stage, or choose there that unsure rows are held.',
        );
        $intake
            ->fill([
                'name' => trim($data['name']),
                'loaded_by' => $request->user()?->id,
                'restore_point' => $data['restore_point'] ?? false ? RestorePoints::WANTED : null,
            ])
            ->save();
        $queue->enter($intake);

        return response()->json($summary->of($intake));
    }

    /** Brings a few rows in, to be looked at before the rest. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function trial(TrialRequest $request, Intake $intake, TrialRows $trial, Summary $summary, LoadQueue $queue): JsonResponse
    {
        $data = $request->validated();
        abort_unless(
            $intake->state === IntakeState::Ready && $intake->is_sifted,
            409,
            'This intake is not ready for a trial: its rows must be worked out first.',
        );
        abort_if($intake->trial !== null, 409, 'A trial of this intake is in already. Load the rest, or undo the trial first.');
        $this->mustBeAlone($queue);
        $intake->fill([
            'trial' => [
                'rows' => $trial->pick($intake, $data['kind'], (int) ($data['count'] ?? 0), Lists::ints($data['rows'] ?? [])),
                'done' => false,
            ],
            'loaded_by' => $request->user()?->id,
        ]);
        CarryOn::from($intake, IntakeState::Loading);

        return response()->json($summary->of($intake));
    }

    /** Stops a load that is under way or waits, or the working out of rows. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function stop(Intake $intake, LoadQueue $queue, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless(
            in_array($intake->state, [IntakeState::Loading, IntakeState::Waiting, IntakeState::Sifting], true) &&
                (!$intake->isTrying() || $intake->error !== null),
            409,
            'There is nothing to stop.',
        );
        $queue->stop($intake);

        return response()->json($summary->of($intake->refresh()));
    }

    /** Lets a waiting load come before another one. */
    #[Answers(self::class, 'Moved')]
    public function move(MoveRequest $request, Intake $intake, LoadQueue $queue): JsonResponse
    {
        abort_unless($intake->state === IntakeState::Waiting, 409, 'This load does not wait any more.');
        $queue->move($intake, (int) $request->validated('before'));

        return response()->json(['moved' => $intake->id]);
    }

    private function mustBeAlone(LoadQueue $queue): void
    {
        $busy = $queue->busy();
        abort_if($busy !== null, 409, "\"{$busy?->name}\" is being loaded or undone. One goes at a time; try again when it is done.");
    }

    #[Answers(self::class, 'ProofPage')]
    public function proof(Intake $intake, Proof $proof, RowsBehind $behind): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        return response()->json([
            ...$proof->report($intake),
            'held_by_reason' => $proof->heldByReason($intake),
            'untaken' => $proof->untaken($intake),
            'written' => $intake->loaded_at === null ? [] : $proof->written($intake),
            'sample' => $behind->sample($intake),
            // What was undone before promises were counted says nothing of them.
            'undo_report' => $intake->undo_report === null ? null : [...Undoing::emptyReport(), ...$intake->undo_report],
            'can_redo' =>
                $intake->taking_back !== null &&
                $intake->taking_back['kind'] === Undoing::UNDO &&
                in_array($intake->state, [IntakeState::Undone, IntakeState::Loaded], true),
            'passed' => ProblemList::passed($intake),
        ]);
    }

    /** The records behind an outcome. */
    #[Answers(RowsBehind::class, 'RecordsBehind')]
    public function records(Request $request, Intake $intake, RowsBehind $behind): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json($behind->of($intake, (string) $request->query('outcome', 'new'), (int) $request->query('after', '0')));
    }

    /** What rows say and the load does not take, since the records have other values. */
    #[Answers(RowsBehind::class, 'UntakenPage')]
    public function untaken(Request $request, Intake $intake, Proof $proof, RowsBehind $behind): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $fields = array_column($proof->untaken($intake), 'field');
        $field = (string) $request->query('field', '');
        abort_unless($field === '' || in_array($field, $fields, true), 404);

        return response()->json($behind->untaken($intake, $field === '' ? $fields : [$field], (int) $request->query('after', '0')));
    }

    /** The original file, as it came. */
    public function original(Intake $intake, SourceStore $sources): StreamedResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        abort_if($intake->file_path === '', 404, 'There is no file: its rows were typed in, or someone who was in it was erased.');
        Audit::note(Audit::EXPORT, "Downloaded the source of \"{$intake->name}\"", $intake->id);

        return response()->streamDownload(
            static function () use ($sources, $intake): void {
                $sources->send($intake);
            },
            basename(str_replace('\\', '/', $intake->file_name)),
            ['Content-Type' => 'application/octet-stream'],
        );
    }

    #[Answers(Undoing::class, 'UndoReport')]
    public function undoPreview(UndoRequest $request, Intake $intake, Undoing $undoing): JsonResponse
    {
        $this->mustBeIn($intake);

        return response()->json($undoing->preview($intake, $this->cameIn($request->rows(), $intake, $undoing)));
    }

    /** Takes an intake back, or chosen rows of it. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function undo(UndoRequest $request, Intake $intake, Summary $summary, Undoing $undoing, LoadQueue $queue): JsonResponse
    {
        $this->mustBeIn($intake);
        $this->mustBeAlone($queue);
        $undoing->begin($intake, Undoing::UNDO, $this->cameIn($request->rows(), $intake, $undoing), $request->user());
        CarryOn::dispatch($intake->id);

        return response()->json($summary->of($intake));
    }

    /** Takes the last undo back. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function redo(Request $request, Intake $intake, Summary $summary, Undoing $undoing, LoadQueue $queue): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless(
            $intake->taking_back !== null &&
                $intake->taking_back['kind'] === Undoing::UNDO &&
                in_array($intake->state, [IntakeState::Undone, IntakeState::Loaded], true),
            409,
            'There is no undo to take back.',
        );
        $this->mustBeAlone($queue);
        $undoing->begin($intake, Undoing::REDO, null, $request->user());
        CarryOn::dispatch($intake->id);

        return response()->json($summary->of($intake));
    }

    private function mustBeIn(Intake $intake): void
    {
        abort_unless(
            in_array($intake->state, [IntakeState::Loaded, IntakeState::Stopped], true) ||
                ($intake->state === IntakeState::Loading && $intake->error !== null) ||
                ($intake->state === IntakeState::Ready && $intake->trial !== null),
            409,
            'Only an intake that is loaded can be undone.',
        );
    }

    /**
     * @param  ?list<int>  $rows
     * @return ?list<int> the same
     */
    private function cameIn(?array $rows, Intake $intake, Undoing $undoing): ?array
    {
        abort_if($rows !== null && $intake->state !== IntakeState::Loaded, 409, 'Single rows can be taken back once the intake is loaded.');
        abort_unless(
            $rows === null || $undoing->cameIn($intake, $rows),
            422,
            'Some of these rows did not come in, or were taken back already.',
        );

        return $rows;
    }
}
