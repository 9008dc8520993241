<?php

declare(strict_types=1);

namespace App\Http\Controllers\Intakes;

use App\Http\Controllers\Controller;
use App\Intakes\HeldRows;
use App\Intakes\Proof;
use App\Intakes\Summary;
use App\Intakes\Trial;
use App\Intakes\Undoing;
use App\Jobs\CarryOn;
use App\Models\Intake;
use App\Models\IntakeState;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Loading an intake, proving it, and taking it back. */
final class LoadController extends Controller
{
    public function load(Request $request, Intake $intake, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        $data = $request->validate(['name' => ['required', 'string', 'max:190']]);
        abort_unless($intake->state === IntakeState::Ready && $intake->is_sifted, 409, 'This intake is not ready to be loaded: its rows must be worked out first.');
        $this->mustBeAlone();
        $intake->fill(['name' => $data['name'], 'loaded_by' => $request->user()?->id]);
        CarryOn::from($intake, IntakeState::Loading);

        return response()->json($summary->of($intake));
    }

    /** Brings a few rows in, to be looked at before the rest. */
    public function trial(Request $request, Intake $intake, Trial $trial, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        $data = $request->validate(['kind' => ['required', Rule::in(['first', 'random', 'rows'])], 'count' => ['required_unless:kind,rows', 'integer', 'min:1', 'max:'.Trial::MOST], 'rows' => ['required_if:kind,rows', 'array', 'min:1', 'max:'.Trial::MOST], 'rows.*' => ['integer']]);
        abort_unless($intake->state === IntakeState::Ready && $intake->is_sifted, 409, 'This intake is not ready for a trial: its rows must be worked out first.');
        abort_if($intake->trial !== null, 409, 'A trial of this intake is in already. Load the rest, or undo the trial first.');
        $this->mustBeAlone();
        $intake->fill(['trial' => ['rows' => $trial->pick($intake, $data['kind'], (int) ($data['count'] ?? 0), array_map(intval(...), $data['rows'] ?? [])), 'done' => false], 'loaded_by' => $request->user()?->id]);
        CarryOn::from($intake, IntakeState::Loading);

        return response()->json($summary->of($intake));
    }

    private function mustBeAlone(): void
    {
        $busy = Intake::query()->whereIn('state', [IntakeState::Loading, IntakeState::Undoing])->first();
        abort_if($busy !== null, 409, "\"{$busy?->name}\" is being loaded or undone. One goes at a time; try again when it is done.");
    }

    public function proof(Intake $intake, Proof $proof): JsonResponse
    {
        $this->authorize('view', $intake);
        $sample = DB::table('intake_outcomes as o')->join('intake_results as r', static fn ($join) => $join->on('r.intake_id', 'o.intake_id')->on('r.unit', 'o.unit'))
            ->where('o.intake_id', $intake->id)->whereIn('o.outcome', ['new', 'updated'])->whereNotNull('o.supporter_id')
            // The same five at every look, without an order that the file has.
            ->orderByRaw('crc32(concat(o.intake_id, "-", o.number))')->limit(5)->get(['o.number', 'r.display', 'o.supporter_id', 'o.outcome']);

        return response()->json([
            ...$proof->report($intake),
            'held_by_reason' => $proof->heldByReason($intake),
            'written' => $intake->loaded_at === null ? [] : $proof->written($intake),
            'sample' => $sample,
            'undo_report' => $intake->undo_report,
        ]);
    }

    /** The records behind an outcome. */
    public function records(Request $request, Intake $intake): JsonResponse
    {
        $this->authorize('view', $intake);
        $outcome = (string) $request->query('outcome', 'new');
        $rows = DB::table('intake_outcomes as o')->join('intake_results as r', static fn ($join) => $join->on('r.intake_id', 'o.intake_id')->on('r.unit', 'o.unit'))
            ->where('o.intake_id', $intake->id)->where('o.outcome', $outcome)->where('o.number', '>', (int) $request->query('after', '0'))
            ->orderBy('o.number')->limit(200)->get(['o.number', 'r.display', 'o.supporter_id', 'o.gifts_new', 'o.money']);

        return response()->json(['rows' => $rows, 'more' => $rows->count() === 200]);
    }

    public function held(Intake $intake, HeldRows $held): StreamedResponse
    {
        $this->authorize('view', $intake);

        return response()->streamDownload(static function () use ($intake, $held): void {
            $stream = fopen('php://output', 'w');
            $held->write($intake, $stream === false ? throw new \LogicException('No output.') : $stream);
        }, 'held-rows-'.Str::slug($intake->name).'.csv', ['Content-Type' => 'text/csv; charset=UTF-8']);
    }

    public function undoPreview(Intake $intake, Undoing $undoing): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless($intake->state === IntakeState::Loaded || ($intake->state === IntakeState::Ready && $intake->trial !== null), 409, 'Only an intake that is loaded can be undone.');

        return response()->json($undoing->preview($intake));
    }

    public function undo(Request $request, Intake $intake, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless($intake->state === IntakeState::Loaded || ($intake->state === IntakeState::Ready && $intake->trial !== null), 409, 'Only an intake that is loaded can be undone.');
        $intake->fill(['undo_report' => null, 'undone_by' => $request->user()?->id]);
        CarryOn::from($intake, IntakeState::Undoing);

        return response()->json($summary->of($intake));
    }
}
