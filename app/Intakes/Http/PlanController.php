<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Intakes\Http\Requests\ApplyPlanRequest;
use App\Intakes\Http\Requests\PlanFileRequest;
use App\Intakes\Http\Requests\PlanRequest;
use App\Intakes\Http\Requests\SavePlanRequest;
use App\Intakes\Intake;
use App\Intakes\Plans\ColumnView;
use App\Intakes\Plans\PlanFile;
use App\Intakes\Plans\SavedPlan;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\PlanDifference;
use PineSieve\Core\Columns\SuccessorPlan;
use PineSieve\Core\Standards\FieldCatalog;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * Column plans that are kept under a name.
 *
 * @phpstan-import-type StepData from ColumnView
 * @phpstan-import-type RowRules from ColumnView
 * @phpstan-import-type Difference from ColumnView
 * @phpstan-type SavedPlanRow array{id: int, name: string, updated_at: ?string, columns: int, brought_in: int, steps: int, used: int}
 * @phpstan-type SavedPlans array{plans: list<SavedPlanRow>}
 * @phpstan-type SavedPlanPage array{
 *     id: int, name: string, updated_at: ?string, columns: int, brought_in: int, steps: int, used: int, plan: PlanContent,
 *     labels: JsonMap<string>,
 * }
 * @phpstan-type PlanFeed array{target: string, name: string, steps: list<StepData>}
 * @phpstan-type PlanChoice array{
 *     header: string, state: value-of<ColumnState>, evidence: string, feeds: list<PlanFeed>, steps: list<StepData>,
 * }
 * @phpstan-type PlanConstant array{target: string, value: string, only_blank: bool}
 * @phpstan-type PlanContent array{columns: list<PlanChoice>, constants: list<PlanConstant>, link_organizations: bool, rows: RowRules}
 * @phpstan-type DeletedPlan array{deleted: string}
 * @phpstan-type PlanSaved array{saved: string}
 * @phpstan-type PlanApplied array{applied: string, differences: list<Difference>}
 */
final class PlanController extends Controller
{
    #[Answers(self::class, 'SavedPlans')]
    public function index(): JsonResponse
    {
        $this->authorize('viewAny', SavedPlan::class);

        return response()->json(['plans' => SavedPlan::query()->orderBy('name')->get()->map(self::shown(...))]);
    }

    #[Answers(self::class, 'SavedPlanPage')]
    public function show(SavedPlan $plan, FieldCatalog $catalog): JsonResponse
    {
        $this->authorize('viewAny', SavedPlan::class);
        $content = $plan->columnPlan();
        $labels = [];
        foreach ([...array_keys($content->columns()), ...array_column($content->constants, 'target')] as $target) {
            // A field that is gone is shown by its key.
            $labels[$target] = $catalog->label($target);
        }

        return response()->json([...self::shown($plan), 'plan' => $content->toArray(), 'labels' => (object) $labels]);
    }

    /** Brings a plan in from a file. */
    #[Answers(self::class, 'SavedPlanRow')]
    public function store(PlanFileRequest $request, PlanFile $file): JsonResponse
    {
        $data = $request->validated();
        $plan = $file->read($data['content'], $data['name'] ?? null);
        abort_if(
            SavedPlan::query()->where('name', $plan->name)->exists(),
            422,
            "There is a plan \"{$plan->name}\" already. Give this one another name.",
        );
        $plan->forceFill(['user_id' => $request->user()?->id]);
        $plan->save();

        return response()->json(self::shown($plan), 201);
    }

    #[Answers(self::class, 'SavedPlanRow')]
    public function update(PlanRequest $request, SavedPlan $plan, PlanFile $file): JsonResponse
    {
        $data = $request->validated();
        if (isset($data['content'])) {
            $plan->plan = $file->read($data['content'], $plan->name)->plan;
        }
        $plan->name = trim($data['name'] ?? $plan->name);
        $plan->save();

        return response()->json(self::shown($plan));
    }

    #[Answers(self::class, 'SavedPlanRow')]
    public function copy(Request $request, SavedPlan $plan): JsonResponse
    {
        $this->authorize('create', SavedPlan::class);
        $name = mb_substr("Copy of {$plan->name}", 0, 110);
        for ($i = 2; SavedPlan::query()->where('name', $name)->exists(); $i++) {
            $name = mb_substr("Copy {$i} of {$plan->name}", 0, 120);
        }
        $copy = SavedPlan::query()->create([
            'name' => $name,
            'plan' => $plan->plan,
            'settings' => $plan->settings,
            'user_id' => $request->user()?->id,
        ]);

        return response()->json(self::shown($copy), 201);
    }

    #[Answers(self::class, 'DeletedPlan')]
    public function destroy(SavedPlan $plan): JsonResponse
    {
        $this->authorize('create', SavedPlan::class);
        $plan->delete();

        return response()->json(['deleted' => $plan->name]);
    }

    /** The plan as a file: docs/column-plan.schema.json says how it is written. */
    public function export(SavedPlan $plan, PlanFile $file): StreamedResponse
    {
        $this->authorize('viewAny', SavedPlan::class);

        return response()->streamDownload(
            static function () use ($plan, $file): void {
                echo $file->write($plan);
            },
            'column-plan-' . Str::slug($plan->name) . '.json',
            ['Content-Type' => 'application/json'],
        );
    }

    /** Keeps the plan of an intake under a name. */
    #[Answers(self::class, 'PlanSaved')]
    public function save(SavePlanRequest $request, Intake $intake): JsonResponse
    {
        $data = $request->validated();
        abort_unless($intake->columnPlan()->isSettled(), 422, 'Some columns are not settled yet. Settle them, then save the plan.');
        SavedPlan::query()->updateOrCreate(
            ['name' => trim($data['name'])],
            ['plan' => $intake->plan, 'settings' => $intake->settings->ofPlan(), 'user_id' => $request->user()?->id],
        );
        $intake->plan_name = trim($data['name']);
        $intake->save();

        return response()->json(['saved' => $data['name']]);
    }

    /** Puts a saved plan to the file of an intake; what differs is kept and shown. */
    #[Answers(self::class, 'PlanApplied')]
    public function apply(ApplyPlanRequest $request, Intake $intake): JsonResponse
    {
        $intake->mustBeOpen();
        $data = $request->validated();
        $saved = SavedPlan::query()->where('name', $data['name'])->firstOrFail();
        $successor = SuccessorPlan::of($saved->columnPlan(), $intake->columnPlan(), $intake->columnProfiles(), $saved->name);
        $intake->setColumnPlan($successor->plan);
        $differences = array_map(static fn(PlanDifference $difference): array => $difference->toArray(), $successor->differences);
        $intake
            ->fill([
                'plan_name' => $saved->name,
                'settings' => $intake->settings->takingUp($saved->settings),
                'differences' => $differences,
            ])
            ->save();

        return response()->json(['applied' => $saved->name, 'differences' => $differences]);
    }

    /** @return SavedPlanRow */
    private static function shown(SavedPlan $saved): array
    {
        $plan = $saved->columnPlan();
        $brought = array_filter($plan->choices, static fn($choice): bool => $choice->state !== ColumnState::LeftBehind);

        return [
            'id' => $saved->id,
            'name' => $saved->name,
            'updated_at' => $saved->updated_at?->toIso8601String(),
            'columns' => count($plan->choices),
            'brought_in' => count($brought),
            'steps' => array_sum(array_map(static fn($choice): int => count($choice->steps->list), $plan->choices)),
            'used' => Intake::query()->where('plan_name', $saved->name)->count(),
        ];
    }
}
