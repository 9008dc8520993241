<?php

declare(strict_types=1);

namespace App\Standards\Http;

use App\Accounts\Audit;
use App\Records\Supporter;
use App\Standards\CheckRules;
use App\Standards\CustomField;
use App\Standards\FieldAccess;
use App\Standards\FieldSetting;
use App\Standards\FillRates;
use App\Standards\Http\Requests\FillRequest;
use App\Standards\Http\Requests\RuleRequest;
use App\Standards\Measures;
use App\Standards\Remedies;
use App\Standards\Rule;
use App\Standards\Shortfalls;
use App\Standards\StandardsStore;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Strength;

/**
 * Required data, and the worklists of records that fall short of it.
 *
 * @phpstan-import-type DayFigure from Measures
 * @phpstan-type RuleCondition array{field: string, test: string, values: list<string>}
 * @phpstan-type RuleShown array{
 *     id: int, subject: value-of<RuleSubject>, field: string, strength: value-of<Strength>, conditions: list<RuleCondition>,
 *     label: string, sentence: string, what: string, is_checked: bool,
 * }
 * @phpstan-type RuleRow array{
 *     id: int, subject: value-of<RuleSubject>, field: string, strength: value-of<Strength>, conditions: list<RuleCondition>,
 *     label: string, sentence: string, what: string, is_checked: bool, short: int, over_time: list<DayFigure>,
 * }
 * @phpstan-type AlwaysRequired array{subject: string, field: string, label: string, sentence: string}
 * @phpstan-type RuleList array{rules: list<RuleRow>, always: list<AlwaysRequired>, totals: JsonMap<int>}
 * @phpstan-import-type ShortRecord from Shortfalls
 * @phpstan-type RulePreview array{sentence: string, short: int, checked: int, after: ?int, total: int, some: list<ShortRecord>}
 * @phpstan-type RuleKept array{
 *     id: int, subject: value-of<RuleSubject>, field: string, strength: value-of<Strength>, conditions: list<RuleCondition>,
 *     label: string, sentence: string, what: string, is_checked: bool, added_to: list<string>,
 * }
 * @phpstan-type RuleDropped array{dropped: string}
 * @phpstan-type ShortfallPage array{
 *     id: int, subject: value-of<RuleSubject>, field: string, strength: value-of<Strength>, conditions: list<RuleCondition>,
 *     label: string, sentence: string, what: string, is_checked: bool, total: int, page: int, pages: int, rows: list<ShortRecord>,
 *     over_time: list<DayFigure>, remedy: bool, options: list<string>,
 * }
 * @phpstan-type RemedyDone array{written: int, refused: int, act: ?int, left: int}
 */
final class RuleController extends Controller
{
    private const PAGE = 100;

    /** Seconds that a look at the stored records may take before it is asked to go on. */
    private const SECONDS = 4.0;

    public function __construct(private readonly FieldCatalog $catalog) {}

    #[Answers(self::class, 'RuleList')]
    public function index(Measures $measures, FillRates $rates, Shortfalls $shortfalls): JsonResponse
    {
        $this->authorize('viewAny', CustomField::class);
        $counts = $shortfalls->counts();
        /** @var Collection<int, Rule> $rules */
        $rules = Rule::query()->orderBy('field')->orderBy('id')->get();

        return response()->json([
            'rules' => $rules->map(
                fn(Rule $rule): array => [
                    ...$this->shown($rule),
                    'short' => $counts[$rule->id] ?? 0,
                    'over_time' => $measures->over("rule {$rule->id}"),
                ],
            ),
            'always' => array_map(
                fn(array $one): array => [
                    'subject' => $one[0],
                    'field' => $one[1],
                    'label' => $this->catalog->field($one[1])->label,
                    'sentence' => $one[2],
                ],
                Requirements::ALWAYS,
            ),
            'totals' => $rates->totals(),
        ]);
    }

    /** How many stored records would fall short of a rule that is not kept yet, and which; in pieces where there are many. */
    #[Answers(self::class, 'RulePreview')]
    public function preview(RuleRequest $request, Shortfalls $shortfalls): JsonResponse
    {
        $rule = (new Rule())->fill($request->rule())->rule();
        $found = $shortfalls->scan([$rule], (int) $request->input('after', 0), self::SECONDS);

        return response()->json([
            'sentence' => $rule->sentence($this->catalog),
            'short' => count($found['short']),
            'checked' => $found['checked'],
            'after' => $found['position'],
            'total' => Supporter::query()->count(),
            'some' => $shortfalls->named(array_slice($found['short'], 0, 20)),
        ]);
    }

    #[Answers(self::class, 'RuleKept')]
    public function store(RuleRequest $request, StandardsStore $store): JsonResponse
    {
        return $this->kept($request, new Rule(), $store, 'Made the rule');
    }

    #[Answers(self::class, 'RuleKept')]
    public function update(RuleRequest $request, Rule $rule, StandardsStore $store): JsonResponse
    {
        return $this->kept($request, $rule, $store, 'Changed the rule to');
    }

    #[Answers(self::class, 'RuleDropped')]
    public function destroy(Rule $rule, StandardsStore $store, Shortfalls $shortfalls): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $sentence = $rule->rule()->sentence($this->catalog);
        DB::transaction(static function () use ($rule, $shortfalls): void {
            $shortfalls->forget($rule->id);
            $rule->delete();
        });
        Audit::note(Audit::STANDARDS, "Deleted the rule: {$sentence}");
        $store->changed();

        return response()->json(['dropped' => $sentence]);
    }

    /** The worklist of a rule. */
    #[Answers(self::class, 'ShortfallPage')]
    public function shortfalls(Request $request, Rule $rule, Measures $measures, Shortfalls $shortfalls): JsonResponse
    {
        $this->authorize('viewAny', CustomField::class);
        $page = max(1, (int) $request->query('page', '1'));
        $total = $shortfalls->count($rule->id);

        return response()->json([
            ...$this->shown($rule),
            'total' => $total,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'rows' => $shortfalls->named($shortfalls->page($rule->id, $page, self::PAGE)),
            'over_time' => $measures->over("rule {$rule->id}"),
            'remedy' => Remedies::areFor($rule->field),
            'options' => $this->catalog->has($rule->field) ? $this->catalog->field($rule->field)->options() : [],
        ]);
    }

    /** Writes one value into the chosen records of a worklist, or into all of them. */
    #[Answers(self::class, 'RemedyDone')]
    public function remedy(FillRequest $request, Rule $rule, Remedies $remedies, Shortfalls $shortfalls): JsonResponse
    {
        $data = $request->validated();
        $done = $remedies->fill($rule, trim($data['value']), $data['records'] ?? null, $request->user(), FieldAccess::ofUser());

        return response()->json([...$done, 'left' => $shortfalls->count($rule->id)]);
    }

    private function kept(RuleRequest $request, Rule $rule, StandardsStore $store, string $did): JsonResponse
    {
        $rule->fill([...$request->rule(), 'is_checked' => false, 'user_id' => $request->user()?->id])->save();
        // A form that lacks a field that is now required gets it.
        $setting = FieldSetting::query()->find($rule->field);
        $added = [];
        if ($setting !== null && $rule->strength === Strength::Must) {
            $added = array_values(array_intersect($setting->settings['hidden_in'] ?? [], ['add', 'page', 'grid']));
            $setting->settings = [
                ...$setting->settings,
                'hidden_in' => array_values(array_diff($setting->settings['hidden_in'] ?? [], $added)),
            ];
            $setting->save();
        }
        Audit::note(Audit::STANDARDS, "{$did}: {$rule->rule()->sentence($this->catalog)}");
        $store->changed();
        CheckRules::dispatch();

        return response()->json([...$this->shown($rule->refresh()), 'added_to' => $added], $rule->wasRecentlyCreated ? 201 : 200);
    }

    /** @return RuleShown */
    private function shown(Rule $rule): array
    {
        return [
            'id' => $rule->id,
            ...$rule->rule()->toArray(),
            'label' => $this->catalog->label($rule->field),
            'sentence' => $rule->rule()->sentence($this->catalog),
            'what' => $rule->rule()->what($this->catalog),
            'is_checked' => $rule->is_checked,
        ];
    }
}
