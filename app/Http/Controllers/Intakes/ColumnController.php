<?php

declare(strict_types=1);

namespace App\Http\Controllers\Intakes;

use App\Http\Controllers\Controller;
use App\Models\Intake;
use App\Models\SavedPlan;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Proposer;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\Formats;

/** The columns of a source and the fields that they become. */
final class ColumnController extends Controller
{
    public function __construct(private readonly FieldCatalog $catalog)
    {
    }

    public function fields(): JsonResponse
    {
        $this->authorize('viewAny', Intake::class);

        return response()->json(['fields' => array_map(static fn (Field $field): array => ['key' => $field->key, 'label' => $field->label, 'group' => $field->group, 'type' => $field->type->value], $this->catalog->all())]);
    }

    public function index(Intake $intake): JsonResponse
    {
        $this->authorize('view', $intake);
        $profiles = $intake->columnProfiles();

        return response()->json(['columns' => array_map(fn (ColumnChoice $choice, ColumnProfile $profile, int $column): array => [
            'column' => $column,
            'header' => $choice->header,
            'state' => $choice->state->value,
            'target' => $choice->target,
            'label' => $choice->target === null ? null : $this->catalog->field($choice->target)->label,
            'evidence' => $choice->evidence,
            'date_order' => $choice->dateOrder?->value,
            'needs_date_order' => self::needsDateOrder($choice, $profile, $this->catalog),
            'filled' => $profile->filled,
            'rows' => $profile->rows,
            'distinct' => $profile->distinct,
            'exact' => $profile->exact,
            'samples' => array_map(strval(...), array_slice(array_keys($profile->values), 0, 3)),
        ], $intake->columnPlan()->choices, $profiles, array_keys($profiles))]);
    }

    /** What each value of a column becomes. */
    public function show(Intake $intake, int $column, Formats $formats): JsonResponse
    {
        $this->authorize('view', $intake);
        $profile = $intake->columnProfiles()[$column] ?? abort(404);
        $mapper = new RowMapper($intake->columnPlan(), $this->catalog, $formats);
        $values = [];
        foreach ($profile->values as $value => $count) {
            $understood = $mapper->preview($column, (string) $value);
            $values[] = ['value' => (string) $value, 'rows' => $count, 'becomes' => $understood->value, 'note' => $understood->fault->reason ?? $understood->note, 'held' => $understood->fault !== null];
        }
        if ($profile->rows > $profile->filled && ! array_key_exists('', $profile->values)) {
            $blank = $profile->rows - array_sum($profile->values);
            if ($blank > 0 && $profile->exact) {
                $values[] = ['value' => '', 'rows' => $blank, 'becomes' => '', 'note' => '', 'held' => false];
            }
        }

        return response()->json(['values' => $values, 'shown' => count($profile->values), 'distinct' => $profile->distinct]);
    }

    public function update(Request $request, Intake $intake, int $column): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeOpen($intake);
        $data = $request->validate([
            'target' => ['present', 'nullable', 'string', Rule::in(array_map(static fn (Field $field): string => $field->key, $this->catalog->all()))],
            'date_order' => ['nullable', Rule::enum(DateOrder::class)],
        ]);
        $profile = $intake->columnProfiles()[$column] ?? abort(404);
        $plan = $intake->columnPlan();
        $before = $plan->choices[$column];
        $target = $data['target'];
        if ($target === null) {
            $choice = new ColumnChoice($before->header, ColumnState::LeftBehind, null, null, 'Left behind on purpose. It stays readable in each row.');
        } else {
            $order = isset($data['date_order']) ? DateOrder::from($data['date_order']) : $profile->dateOrder();
            $evidence = $before->target === $target ? $before->evidence : (new Proposer($this->catalog))->evidence($profile, $target);
            $open = $this->catalog->field($target)->type === FieldType::Date && $order === null && $profile->needsDateOrder();
            $choice = new ColumnChoice($before->header, $open ? ColumnState::Look : ColumnState::Sure, $target, $order, $evidence);
        }
        $intake->setColumnPlan($plan->with($column, $choice));
        $intake->save();

        return $this->index($intake);
    }

    /** Takes every proposal that needs no further choice. */
    public function accept(Intake $intake): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeOpen($intake);
        $profiles = $intake->columnProfiles();
        $intake->setColumnPlan($intake->columnPlan()->withAccepted(fn (ColumnChoice $choice, int $column): bool => ! self::needsDateOrder($choice, $profiles[$column], $this->catalog)));
        $intake->save();

        return $this->index($intake);
    }

    /** Leaves every column behind that nothing is proposed for. */
    public function leave(Intake $intake): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeOpen($intake);
        $intake->setColumnPlan($intake->columnPlan()->withOpenLeftBehind());
        $intake->save();

        return $this->index($intake);
    }

    public function plans(): JsonResponse
    {
        $this->authorize('viewAny', SavedPlan::class);

        return response()->json(['plans' => SavedPlan::query()->orderBy('name')->get(['id', 'name', 'headers_key', 'updated_at'])]);
    }

    public function savePlan(Request $request, Intake $intake): JsonResponse
    {
        $this->authorize('create', SavedPlan::class);
        $data = $request->validate(['name' => ['required', 'string', 'max:120']]);
        $plan = $intake->columnPlan();
        abort_unless($plan->isSettled(), 422, 'Some columns are not settled yet. Settle them, then save the plan.');
        SavedPlan::query()->updateOrCreate(['name' => $data['name']], ['headers_key' => $plan->headersKey(), 'choices' => $intake->plan, 'settings' => $intake->choices()->toArray(), 'user_id' => $request->user()?->id]);
        $intake->plan_name = $data['name'];
        $intake->save();

        return response()->json(['saved' => $data['name']]);
    }

    public function applyPlan(Request $request, Intake $intake): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeOpen($intake);
        $data = $request->validate(['name' => ['required', 'string', 'exists:column_plans,name']]);
        $saved = SavedPlan::query()->where('name', $data['name'])->firstOrFail();
        $intake->setColumnPlan($saved->columnPlan()->appliedTo($intake->columnPlan(), $saved->name));
        $intake->fill(['plan_name' => $saved->name, 'settings' => [...$intake->settings, ...$saved->settings]])->save();

        return $this->index($intake);
    }

    private static function needsDateOrder(ColumnChoice $choice, ColumnProfile $profile, FieldCatalog $catalog): bool
    {
        return $choice->target !== null && $catalog->field($choice->target)->type === FieldType::Date && $choice->dateOrder === null && $profile->needsDateOrder();
    }
}
