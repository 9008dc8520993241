<?php

declare(strict_types=1);

namespace App\Duplicates\Http;

use App\Accounts\Audit;
use App\Duplicates\DuplicateSearch;
use App\Duplicates\FindDuplicates;
use App\Duplicates\Http\Requests\ExampleRequest;
use App\Duplicates\Http\Requests\PlainWordsRequest;
use App\Duplicates\Http\Requests\RuleSetRequest;
use App\Duplicates\Http\Requests\TrySetRequest;
use App\Duplicates\Http\Requests\UseSetRequest;
use App\Duplicates\Http\Requests\WeightsRequest;
use App\Intakes\Sifting\UnitNumber;
use App\Matching\MatchRuleSet;
use App\Matching\RuleSets;
use App\Matching\RulesInUse;
use App\Matching\TakeOver;
use App\Matching\TakeOverRules;
use App\Records\Supporter;
use App\Standards\CustomField;
use App\Standards\StandardsStore;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use PineSieve\Core\Matching\Rules\BadRules;
use PineSieve\Core\Matching\Rules\MatchRule;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Matching\Weights\WeightWords;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

/**
 * Match rule sets: looked at, written as text, tried without consequence, and put to use.
 *
 * @phpstan-import-type TooCommonKey from DuplicateSearch
 * @phpstan-type RuleSentence array{name: string, verdict: 'certain'|'review', sentence: string, most: int}
 * @phpstan-type SignEffectShown array{sign: string, effect: string}
 * @phpstan-type RuleComparison array{field: string, how?: string, strictness?: int, characters?: int, options?: JsonMap<mixed>}
 * @phpstan-type MatchRuleContent array{name: string, verdict: string, most?: int, unless?: list<string>, comparisons: list<RuleComparison>}
 * @phpstan-type RuleSetContent array{
 *     name: string, kind: value-of<SupporterKind>, rules: list<MatchRuleContent>, signs?: JsonMap<string>, by?: 'rules'|'weight',
 *     wrong?: float, certain?: float, review?: float, common?: int, ...,
 * }
 * @phpstan-type MatchRuleSetRow array{
 *     id: ?int, is_used: bool, is_coming: bool, fault: ?string, name: string, kind: value-of<SupporterKind>,
 *     rules: list<RuleSentence>, signs: list<SignEffectShown>, content: RuleSetContent,
 * }
 * @phpstan-type RuleFieldRow array{key: string, label: string, type: string}
 * @phpstan-type MatchRuleSets array{sets: list<MatchRuleSetRow>, fields: list<RuleFieldRow>, common_words: list<string>}
 * @phpstan-type MatchRuleSetKept array{
 *     id: int, name: string, kind: value-of<SupporterKind>, rules: list<RuleSentence>, signs: list<SignEffectShown>,
 *     content: RuleSetContent,
 * }
 * @phpstan-type CommonWords array{common_words: list<string>}
 * @phpstan-type RuleExample array{counts: ?array{string, string}, not: ?array{string, string}}
 * @phpstan-type WeightRow array{field: string, words: string, same: float, others: float, bits: float, says: string}
 * @phpstan-type EditionShown array{
 *     number: int, records: int, made_at: string, pairs: int, rounds: int, discarded: list<string>, moved: float,
 * }
 * @phpstan-type WhatWeighs array{weights: list<WeightRow>, edition: ?EditionShown}
 * @phpstan-type TrialBegun array{id: int}
 * @phpstan-type MeasuredRule array{rule: string, wrongly_joined: int, asked: int, found: int}
 * @phpstan-type KeptApart array{why: string, count: int}
 * @phpstan-type MeasuredPair array{names: string, one: int, other: int, for: list<string>, against: list<string>, rules: list<string>}
 * @phpstan-type Measured array{
 *     same: int, certain: int, review: int, missed: int, apart: int, wrongly_joined: int, asked: int, rules: list<MeasuredRule>,
 *     kept_apart: list<KeptApart>, examples: array{missed: list<MeasuredPair>, wrongly_joined: list<MeasuredPair>},
 * }
 * @phpstan-type TrialPair array{
 *     one: int, other: int, certainty: string, score: int, for: list<string>, against: list<string>, rules: list<string>,
 * }
 * @phpstan-type BorderBar array{from: float, sure: int, names: int}
 * @phpstan-type BorderWrong array{wrong: float, from: float, certain: float, errors: float, review: float}
 * @phpstan-type BorderReview array{one_in: int, review: float}
 * @phpstan-type RuleBorders array{
 *     bars: list<BorderBar>, certain_from: float, review_from: float, wrong: list<BorderWrong>, review: list<BorderReview>,
 * }
 * @phpstan-type TrialFound array{
 *     certain: int, review: int, added: int, dropped: int, other: int, borders?: RuleBorders, measured: Measured,
 *     measured_in_use: Measured, examples: JsonMap<list<TrialPair>>, ...,
 * }
 * @phpstan-type RuleTrial array{
 *     id: int, state: 'waiting'|'searching'|'done'|'failed', done: int, total: int, error: ?string, found: ?TrialFound,
 *     too_common: list<TooCommonKey>, names: JsonMap<string>,
 * }
 */
final class MatchRuleController extends Controller
{
    public function __construct(
        private readonly RuleSets $sets,
        private readonly TakeOver $takeOver,
        private readonly FieldCatalog $catalog,
    ) {}

    #[Answers(self::class, 'MatchRuleSets')]
    public function index(): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $inUse = RulesInUse::query()->get()->keyBy('kind');
        $shown = array_map(function (RuleSet $set) use ($inUse): array {
            $used = $inUse[$set->kind->value] ?? null;
            $isUsed = $used?->set_id === null && $this->sets->used($set->kind)->name === $set->name;

            return [
                'id' => null,
                'is_used' => $isUsed,
                'is_coming' =>
                    !$isUsed && $used?->coming !== null && $used->coming_id === null && ($used->coming['name'] ?? '') === $set->name,
                'fault' => null,
                ...$this->shown($set),
            ];
        }, $this->sets->allShipped());
        foreach (MatchRuleSet::query()->orderBy('name')->get() as $set) {
            $used = $inUse[$set->kind] ?? null;
            $state = ['id' => $set->id, 'is_used' => $used?->set_id === $set->id, 'is_coming' => $used?->coming_id === $set->id];
            try {
                $shown[] = [...$state, 'fault' => null, ...$this->shown($this->sets->read($set->rules))];
            } catch (BadRules $error) {
                $shown[] = [
                    ...$state,
                    'name' => $set->name,
                    'kind' => $set->kind,
                    'fault' => $error->getMessage(),
                    'rules' => [],
                    'signs' => [],
                    'content' => $set->rules,
                ];
            }
        }

        return response()->json(['sets' => $shown, 'fields' => $this->sets->fields(), 'common_words' => $this->sets->commonWords()]);
    }

    /** What supporters of a kind are weighed by: how much each agreement says, and what that was estimated from. */
    #[Answers(self::class, 'WhatWeighs')]
    public function weights(WeightsRequest $request): JsonResponse
    {
        $kind = SupporterKind::from((string) $request->validated('kind'));
        $edition = DB::table('frequency_editions')
            ->where('kind', $kind->value)
            ->orderByDesc('id')
            ->first(['id', 'records', 'report', 'made_at']);
        $weights = $this->sets->weights($kind);

        return response()->json([
            'weights' => WeightWords::table($weights, $kind),
            'edition' =>
                $edition === null
                    ? null
                    : [
                        'number' => $edition->id,
                        'records' => $edition->records,
                        'made_at' => $edition->made_at,
                        ...json_decode((string) $edition->report, true) ?? ['pairs' => 0, 'rounds' => 0, 'discarded' => []],
                        'moved' => round($weights->calibration->move, 2),
                    ],
        ]);
    }

    /** Keeps a set under its name, in place of the one that has it. One that is in use is used as it is now. */
    #[Answers(self::class, 'MatchRuleSetKept')]
    public function store(RuleSetRequest $request): JsonResponse
    {
        $set = $this->sets->read($request->set());
        abort_if(
            in_array($set->name, array_column($this->sets->allShipped(), 'name'), true),
            422,
            "\"{$set->name}\" comes with the program and stays as it is. Give yours another name.",
        );
        $kept = MatchRuleSet::query()->firstOrNew(['name' => $set->name]);
        $kept->fill(['kind' => $set->kind->value, 'rules' => $set->toArray(), 'user_id' => $request->user()?->id])->save();
        if (
            RulesInUse::query()
                ->where('kind', $set->kind->value)
                ->where(static fn($query) => $query->where('set_id', $kept->id)->orWhere('coming_id', $kept->id))
                ->exists()
        ) {
            $this->take($set, $kept->id);
        }
        Audit::note(Audit::STANDARDS, "Saved the match rules \"{$set->name}\"");

        return response()->json(['id' => $kept->id, ...$this->shown($set)], $kept->wasRecentlyCreated ? 201 : 200);
    }

    /** Words that do not count where a rule ignores common ones; none for those that come with the program. */
    #[Answers(self::class, 'CommonWords')]
    public function words(PlainWordsRequest $request, StandardsStore $standards): JsonResponse
    {
        $words = $request->validated('words');
        $this->sets->keepCommonWords($words);
        Audit::note(Audit::STANDARDS, 'Changed the common words that match rules ignore');
        $standards->changed();

        return response()->json(['common_words' => app(RuleSets::class)->commonWords()]);
    }

    /** What still counts as the same by a comparison, and what no longer does. */
    #[Answers(self::class, 'RuleExample')]
    public function example(ExampleRequest $request): JsonResponse
    {
        $data = $request->validated();
        $example = $this->sets->example($data['comparison'], SupporterKind::from($data['kind']));

        return response()->json(['counts' => $example->counts, 'not' => $example->not]);
    }

    /** Which set supporters of a kind are compared by; no number for one that comes with the program, and its name if there are several. */
    #[Answers(self::class, 'MatchRuleSets')]
    public function use(UseSetRequest $request): JsonResponse
    {
        $data = $request->validated();
        $set = isset($data['set'])
            ? MatchRuleSet::query()->where('kind', $data['kind'])->whereKey((int) $data['set'])->firstOrFail()
            : null;
        $rules =
            $set === null
                ? $this->sets->shipped(SupporterKind::from($data['kind']), $data['name'] ?? null)
                : $this->sets->read($set->rules);
        $this->take($rules, $set?->id);
        Audit::note(Audit::STANDARDS, "Compares every {$data['kind']} by the match rules \"{$rules->name}\"");

        return $this->index();
    }

    /** One that is in use gives way to the one that comes with the program. */
    #[Answers(self::class, 'MatchRuleSets')]
    public function destroy(MatchRuleSet $set): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        if (RulesInUse::query()->where('set_id', $set->id)->orWhere('coming_id', $set->id)->exists()) {
            $this->take($this->sets->shipped(SupporterKind::from($set->kind)), null);
        }
        $set->delete();
        Audit::note(Audit::STANDARDS, "Deleted the match rules \"{$set->name}\"");

        return $this->index();
    }

    /** Tries a set on the whole database or on the rows of an intake: what it would find, how that differs from the set in use, and how it stands to what people decided. */
    #[Answers(self::class, 'TrialBegun')]
    public function try(TrySetRequest $request): JsonResponse
    {
        $set = $this->sets->read($request->set());
        $intake = $request->validated('intake') ?? null;
        $search = DuplicateSearch::query()->create([
            'state' => 'waiting',
            'tried' => $set->toArray(),
            'scope' => $intake === null ? null : ['kind' => DuplicateSearch::INTAKE, 'intake' => (int) $intake],
            'user_id' => $request->user()?->id,
        ]);
        // Of those that were tried, the last few are enough.
        DuplicateSearch::query()
            ->whereNotNull('tried')
            ->whereIn('state', ['done', 'failed'])
            ->where('id', '<', $search->id - 20)
            ->delete();
        FindDuplicates::dispatch($search->id);

        return response()->json(['id' => $search->id], 202);
    }

    #[Answers(self::class, 'RuleTrial')]
    public function tried(DuplicateSearch $search): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        abort_if($search->tried === null, 404, 'There is no trial with this number.');
        $found = $search->found;
        $ids = array_unique(
            array_merge(
                ...array_map(
                    static fn(array $pairs): array => [...array_column($pairs, 'one'), ...array_column($pairs, 'other')],
                    array_values($found['examples'] ?? []),
                ),
                ...[[]],
            ),
        );

        return response()->json([
            'id' => $search->id,
            'state' => $search->state,
            'done' => $search->done,
            'total' => $search->total,
            'error' => $search->error,
            'found' => $found,
            'too_common' => $search->too_common ?? [],
            'names' =>
                (object) ($this->rowNames($search, $ids) + Supporter::query()->whereIn('id', $ids)->pluck('display_name', 'id')->all()),
        ]);
    }

    /**
     * @param  array<int>  $ids
     * @return array<int, string> those of them that are rows of an intake, to what they are called
     */
    private function rowNames(DuplicateSearch $search, array $ids): array
    {
        $names = [];
        foreach (array_filter($ids, static fn(int $id): bool => $id >= DuplicateSearch::ROW) as $id) {
            $unit = $id - DuplicateSearch::ROW;
            $names[$id] =
                'row ' .
                UnitNumber::row($unit) .
                ' ' .
                DB::table('intake_results')
                    ->where('intake_id', $search->scope['intake'] ?? 0)
                    ->where('unit', $unit)
                    ->value('display');
        }

        return $names;
    }

    private function take(RuleSet $rules, ?int $id): void
    {
        $this->takeOver->announce($rules, $id);
        TakeOverRules::dispatch();
    }

    /** @return array<string, mixed> */
    private function shown(RuleSet $set): array
    {
        $label = fn(string $field): string => $this->catalog->label($field);

        return [
            'name' => $set->name,
            'kind' => $set->kind->value,
            'rules' => array_map(
                static fn(MatchRule $rule): array => [
                    'name' => $rule->name,
                    'verdict' => $rule->certainty->value,
                    'sentence' => $rule->sentence($label),
                    'most' => $rule->most,
                ],
                $set->rules,
            ),
            'signs' => array_map(
                static fn(Sign $sign): array => ['sign' => $sign->value, 'effect' => $set->effect($sign)->value],
                Sign::cases(),
            ),
            'content' => $set->toArray(),
        ];
    }
}
