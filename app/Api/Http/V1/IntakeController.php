<?php

declare(strict_types=1);

namespace App\Api\Http\V1;

use App\Api\Http\Cursor;
use App\Api\Http\Requests\BringInRequest;
use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\IntakeState;
use App\Intakes\Proof\Proof;
use App\Intakes\Sources\Opening;
use App\Intakes\Summary;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/**
 * Rows or a file brought in: through the same stages as on the screens, with nobody asked on the way.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type ApiIntake array{
 *     id: int, name: string, state: value-of<IntakeState>, rows: int,
 *     outcomes: array{new: int, updated: int, unchanged: int, held: int, left_out: int}, done: int, error: ?string, created_at: string,
 *     loaded_at: ?string,
 * }
 * @phpstan-type ApiProblem array{row: int, code: string, field: string, value: string, reason: string, remedy: string, blocks: bool}
 * @phpstan-type ApiProblemPage array{data: list<ApiProblem>, next: ?int}
 * @phpstan-type ApiProof array{
 *     rows: int, outcomes: JsonMap<int>, source_amounts: Amounts, gifts_created: int, balanced: bool, faults: list<string>,
 * }
 */
final class IntakeController extends Controller
{
    public function __construct(private readonly Summary $summary) {}

    /** Brings rows or a file in. It goes on by itself; ask for its state. */
    #[Answers(self::class, 'ApiIntake')]
    public function store(BringInRequest $request, Opening $opening): JsonResponse
    {
        $plan = $request->plan();
        // Nobody is there to accept addresses; the written form is kept beside the postal one.
        $settings = ($plan?->settings->ofPlan() ?? new IntakeSettings())->with(['accept_addresses' => true]);
        $intake = $request->withFile(
            static fn(string $path, string $fileName): Intake => $opening->open(
                $path,
                $fileName,
                $request->user()?->id,
                $request->name(),
                null,
                $settings,
            ),
        );
        $intake->fill(['goes_on' => ['plan' => $plan?->id, 'load' => $request->loads()]])->save();
        CarryOn::dispatch($intake->id);

        return response()->json($this->told($intake->refresh()), 201);
    }

    /** How far an intake is, and what comes of its rows. */
    #[Answers(self::class, 'ApiIntake')]
    public function show(Intake $intake): JsonResponse
    {
        $this->authorize('view', $intake);

        return response()->json($this->told($intake));
    }

    /** What keeps rows, and what they are warned of. */
    #[Answers(self::class, 'ApiProblemPage')]
    public function problems(Request $request, Intake $intake): JsonResponse
    {
        $this->authorize('view', $intake);
        [$numbers, $next] = Cursor::of($request)->page(
            DB::table('intake_problems')->where('intake_id', $intake->id)->select('number')->distinct(),
            'number',
        );
        $problems = DB::table('intake_problems')
            ->where('intake_id', $intake->id)
            ->whereIn('number', $numbers)
            ->orderBy('number')
            ->orderBy('place')
            ->get(['number as row', 'code', 'field', 'value', 'reason', 'remedy', 'blocks']);

        return response()->json([
            'data' => $problems->map(static fn(\stdClass $one): array => [...(array) $one, 'blocks' => (bool) $one->blocks])->values(),
            'next' => $next,
        ]);
    }

    /** What is stored of it, held against what the file says. */
    #[Answers(self::class, 'ApiProof')]
    public function proof(Intake $intake, Proof $proof): JsonResponse
    {
        $this->authorize('view', $intake);
        abort_unless($intake->state === IntakeState::Loaded, 409, 'It is not loaded, so there is nothing to prove.');
        $report = $proof->report($intake);

        return response()->json([
            'rows' => $report['rows'],
            'outcomes' => new JsonMap($report['outcomes']),
            'source_amounts' => $report['source_amounts'],
            'gifts_created' => $report['gifts']['created'],
            'balanced' => $report['balanced'],
            'faults' => $report['faults'],
        ]);
    }

    /** @return ApiIntake */
    private function told(Intake $intake): array
    {
        $summary = $this->summary->of($intake);

        return [
            'id' => $intake->id,
            'name' => $intake->name,
            'state' => $intake->state->value,
            'rows' => $summary['rows'],
            'outcomes' => $summary['outcomes'],
            'done' => $intake->done,
            'error' => $intake->error,
            'created_at' => $intake->created_at->toIso8601String(),
            'loaded_at' => $intake->loaded_at?->toIso8601String(),
        ];
    }
}
