<?php

declare(strict_types=1);

namespace App\Http\Controllers\Standards;

use App\Account\Audit;
use App\Duplicates\RuleSets;
use App\Http\Controllers\Controller;
use App\Jobs\FindDuplicates;
use App\Models\CustomField;
use App\Models\DuplicateSearch;
use App\Models\MatchRuleSet;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use PineSieve\Core\Matching\Rules\BadRules;
use PineSieve\Core\Matching\Rules\MatchRule;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

/** Match rule sets: looked at, written as text, tried without consequence, and put to use. */
final class MatchRuleController extends Controller
{
    public function __construct(
        private readonly RuleSets $sets,
        private readonly FieldCatalog $catalog,
    ) {
    }

    public function index(): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $own = MatchRuleSet::query()->orderBy('name')->get();
        $used = $own->where('is_used', true)->pluck('kind')->all();
        $shown = array_map(fn (SupporterKind $kind): array => ['id' => null, 'is_used' => ! in_array($kind->value, $used, true), 'fault' => null, ...$this->shown($this->sets->shipped($kind))], SupporterKind::cases());
        foreach ($own as $set) {
            try {
                $shown[] = ['id' => $set->id, 'is_used' => $set->is_used, 'fault' => null, ...$this->shown($this->sets->read($set->rules))];
            } catch (BadRules $error) {
                $shown[] = ['id' => $set->id, 'name' => $set->name, 'kind' => $set->kind, 'is_used' => $set->is_used, 'fault' => $error->getMessage(), 'rules' => [], 'signs' => [], 'content' => $set->rules];
            }
        }

        return response()->json(['sets' => $shown]);
    }

    /** Keeps a set under its name, in place of the one that has it. */
    public function store(Request $request): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $set = $this->asked($request);
        abort_if(in_array($set->name, array_map(fn (SupporterKind $kind): string => $this->sets->shipped($kind)->name, SupporterKind::cases()), true), 422, "\"{$set->name}\" comes with the program and stays as it is. Give yours another name.");
        $kept = MatchRuleSet::query()->firstOrNew(['name' => $set->name]);
        $kept->fill(['kind' => $set->kind->value, 'rules' => $set->toArray(), 'is_used' => $kept->exists && $kept->is_used && $kept->kind === $set->kind->value, 'user_id' => $request->user()?->id])->save();
        Audit::note(Audit::STANDARDS, "Kept the match rules \"{$set->name}\"");

        return response()->json(['id' => $kept->id, ...$this->shown($set)], $kept->wasRecentlyCreated ? 201 : 200);
    }

    /** Which set supporters of a kind are compared by; no number for the one that comes with the program. */
    public function use(Request $request): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $data = $request->validate(['kind' => ['required', Rule::enum(SupporterKind::class)], 'set' => ['nullable', 'integer']]);
        $set = isset($data['set']) ? MatchRuleSet::query()->where('kind', $data['kind'])->findOrFail($data['set']) : null;
        if ($set !== null) {
            $this->sets->read($set->rules);
        }
        DB::transaction(static function () use ($data, $set): void {
            MatchRuleSet::query()->where('kind', $data['kind'])->update(['is_used' => false]);
            $set?->update(['is_used' => true]);
        });
        Audit::note(Audit::STANDARDS, "Compares every {$data['kind']} by the match rules \"".($set->name ?? $this->sets->shipped(SupporterKind::from($data['kind']))->name).'"');

        return $this->index();
    }

    public function destroy(MatchRuleSet $set): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $set->delete();
        Audit::note(Audit::STANDARDS, "Dropped the match rules \"{$set->name}\"");

        return $this->index();
    }

    /** Tries a set on the whole database: what it would find, and how that differs from the set in use. */
    public function try(Request $request): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $set = $this->asked($request);
        $search = DuplicateSearch::query()->create(['state' => 'waiting', 'tried' => $set->toArray(), 'user_id' => $request->user()?->id]);
        // Of those that were tried, the last few are enough.
        DuplicateSearch::query()->whereNotNull('tried')->whereIn('state', ['done', 'failed'])->where('id', '<', $search->id - 20)->delete();
        FindDuplicates::dispatch($search->id);

        return response()->json(['id' => $search->id], 202);
    }

    public function tried(DuplicateSearch $search): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        abort_if($search->tried === null, 404, 'Nothing was tried under this number.');
        $found = $search->found;
        $ids = array_unique(array_merge(...array_map(static fn (array $pairs): array => [...array_column($pairs, 'one'), ...array_column($pairs, 'other')], array_values($found['examples'] ?? [])), ...[[]]));

        return response()->json([
            'id' => $search->id, 'state' => $search->state, 'done' => $search->done, 'total' => $search->total, 'error' => $search->error, 'found' => $found, 'too_common' => $search->too_common ?? [],
            'names' => (object) DB::table('supporters')->whereIn('id', $ids)->pluck('display_name', 'id')->all(),
        ]);
    }

    private function asked(Request $request): RuleSet
    {
        $data = $request->validate(['content' => ['required', 'string', 'max:500000']]);

        return $this->sets->read(json_decode($data['content'], true, 32));
    }

    /** @return array<string, mixed> */
    private function shown(RuleSet $set): array
    {
        $label = fn (string $field): string => $this->catalog->has($field) ? $this->catalog->field($field)->label : $field;

        return [
            'name' => $set->name, 'kind' => $set->kind->value,
            'rules' => array_map(static fn (MatchRule $rule): array => ['name' => $rule->name, 'verdict' => $rule->certainty->value, 'sentence' => $rule->sentence($label), 'most' => $rule->most], $set->rules),
            'signs' => array_map(static fn (Sign $sign): array => ['sign' => $sign->value, 'effect' => $set->effect($sign)->value], Sign::cases()),
            'content' => $set->toArray(),
        ];
    }
}
