<?php

declare(strict_types=1);

namespace App\Standards\Http;

use App\Accounts\Audit;
use App\Standards\CheckRules;
use App\Standards\CustomField;
use App\Standards\FieldAccess;
use App\Standards\FieldSetting;
use App\Standards\FillRates;
use App\Standards\Measures;
use App\Standards\Remedies;
use App\Standards\Rule;
use App\Standards\Shortfalls;
use App\Standards\StandardsStore;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Support\Lists;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule as Validation;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\When;

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
 * @phpstan-type ShortRecord array{record: string, supporter_id: int, name: string, kind: value-of<SupporterKind>, gift: ?string}
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
    public function index(Measures $measures, FillRates $rates): JsonResponse
    {
        $this->authorize('viewAny', CustomField::class);
        $counts = DB::table('shortfalls')->groupBy('rule_id')->selectRaw('rule_id, count(*) as n')->pluck('n', 'rule_id');
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
    public function preview(Request $request, Shortfalls $shortfalls): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $rule = $this->rule($request, new Rule())->rule();
        $found = $shortfalls->scan([$rule], (int) $request->input('after', 0), self::SECONDS);

        return response()->json([
            'sentence' => $rule->sentence($this->catalog),
            'short' => count($found['short']),
            'checked' => $found['checked'],
            'after' => $found['position'],
            'total' => DB::table('supporters')->count(),
            'some' => $this->named(array_slice($found['short'], 0, 20)),
        ]);
    }

    #[Answers(self::class, 'RuleKept')]
    public function store(Request $request, StandardsStore $store): JsonResponse
    {
        $this->authorize('update', CustomField::class);

        return $this->kept($request, new Rule(), $store, 'Made the rule');
    }

    #[Answers(self::class, 'RuleKept')]
    public function update(Request $request, Rule $rule, StandardsStore $store): JsonResponse
    {
        $this->authorize('update', CustomField::class);

        return $this->kept($request, $rule, $store, 'Changed the rule to');
    }

    #[Answers(self::class, 'RuleDropped')]
    public function destroy(Rule $rule, StandardsStore $store): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $sentence = $rule->rule()->sentence($this->catalog);
        DB::transaction(static function () use ($rule): void {
            DB::table('shortfalls')->where('rule_id', $rule->id)->delete();
            $rule->delete();
        });
        Audit::note(Audit::STANDARDS, "Deleted the rule: {$sentence}");
        $store->changed();

        return response()->json(['dropped' => $sentence]);
    }

    /** The worklist of a rule. */
    #[Answers(self::class, 'ShortfallPage')]
    public function shortfalls(Request $request, Rule $rule, Measures $measures): JsonResponse
    {
        $this->authorize('viewAny', CustomField::class);
        $page = max(1, (int) $request->query('page', '1'));
        $short = DB::table('shortfalls')->where('rule_id', $rule->id)->orderBy('supporter_id')->orderBy('gift_id');
        $total = (clone $short)->count();
        $rows = $short
            ->offset(($page - 1) * self::PAGE)
            ->limit(self::PAGE)
            ->get(['rule_id', 'supporter_id', 'gift_id']);

        return response()->json([
            ...$this->shown($rule),
            'total' => $total,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'rows' => $this->named(
                Lists::of(
                    $rows->map(static fn(\stdClass $row): array => [(int) $row->rule_id, (int) $row->supporter_id, (int) $row->gift_id]),
                ),
            ),
            'over_time' => $measures->over("rule {$rule->id}"),
            'remedy' => Remedies::areFor($rule->field),
            'options' => $this->catalog->has($rule->field) ? $this->catalog->field($rule->field)->options() : [],
        ]);
    }

    /** Writes one value into the chosen records of a worklist, or into all of them. */
    #[Answers(self::class, 'RemedyDone')]
    public function remedy(Request $request, Rule $rule, Remedies $remedies): JsonResponse
    {
        $this->authorize('edit-records');
        $data = $request->validate([
            'value' => ['required', 'string', 'max:500'],
            'records' => ['nullable', 'array', 'max:1000'],
            'records.*' => ['string', 'regex:/^\d{1,12}:\d{1,12}$/'],
        ]);
        $done = $remedies->fill($rule, trim($data['value']), $data['records'] ?? null, $request->user(), FieldAccess::ofUser());

        return response()->json([...$done, 'left' => DB::table('shortfalls')->where('rule_id', $rule->id)->count()]);
    }

    private function kept(Request $request, Rule $rule, StandardsStore $store, string $did): JsonResponse
    {
        $this->rule($request, $rule)
            ->fill(['is_checked' => false, 'user_id' => $request->user()?->id])
            ->save();
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

    private function rule(Request $request, Rule $rule): Rule
    {
        $known = fn(string $attribute, mixed $value, \Closure $fail) => is_string($value) &&
        $this->catalog->has($value) &&
        FieldPlace::of($value) !== null
            ? null
            : $fail('There is no such field in the catalog.');
        $data = $request->validate([
            'subject' => ['required', Validation::enum(RuleSubject::class)],
            'field' => ['required', 'string', $known],
            'strength' => ['required', Validation::enum(Strength::class)],
            'conditions' => ['sometimes', 'array', 'max:6'],
            'conditions.*.field' => ['required', 'string', $known],
            'conditions.*.test' => ['required', Validation::in(When::TESTS)],
            'conditions.*.values' => ['array', 'max:50'],
            'conditions.*.values.*' => ['string', 'max:120'],
        ]);
        $conditions = [];
        foreach ($data['conditions'] ?? [] as $when) {
            $values = array_values(
                array_filter(array_map(trim(...), $when['values'] ?? []), static fn(string $value): bool => $value !== ''),
            );
            abort_if(
                $values === [] && in_array($when['test'], [When::IS, When::IS_NOT], true),
                422,
                'A condition needs at least one value.',
            );
            abort_if(
                str_starts_with($when['field'], 'gift.') && $data['subject'] !== 'gift',
                422,
                'Only a rule about gifts can look at a gift.',
            );
            $conditions[] = (new When(
                $when['field'],
                $when['test'],
                array_map(fn(string $value): string => $this->asStored($when['field'], $value), $values),
            ))->toArray();
        }
        abort_if(
            str_starts_with($data['field'], 'gift.') !== ($data['subject'] === 'gift'),
            422,
            'A field of gifts belongs to a rule about gifts, and no other field does.',
        );

        return $rule->fill([
            'subject' => $data['subject'],
            'field' => $data['field'],
            'strength' => $data['strength'],
            'conditions' => $conditions,
        ]);
    }

    /** "Canada" is kept as CA: a condition looks at what is stored. */
    private function asStored(string $field, string $value): string
    {
        $understood = app(Formats::class)->of($this->catalog->field($field))->read($value);

        return $understood->fault === null ? $understood->value : $value;
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

    /**
     * @param  list<array{int, int, int}>  $short
     * @return list<array{record: string, supporter_id: int, name: string, kind: string, gift: ?string}>
     */
    private function named(array $short): array
    {
        $names = DB::table('supporters')
            ->whereIn('id', array_column($short, 1))
            ->get(['id', 'sort_name', 'kind'])
            ->keyBy('id');
        $gifts = DB::table('gifts')
            ->whereIn('id', array_filter(array_column($short, 2)))
            ->get(['id', 'given_on', 'amount', 'currency'])
            ->keyBy('id');

        $sight = FieldAccess::ofUser();
        $words = static fn(\stdClass $gift): string => implode(
            ' on ',
            array_filter(
                [$sight->sees('gift.amount') ? "{$gift->currency} {$gift->amount}" : '', $sight->sees('gift.date') ? $gift->given_on : ''],
                static fn(string $part): bool => $part !== '',
            ),
        );

        return array_map(
            static fn(array $one): array => [
                'record' => "{$one[1]}:{$one[2]}",
                'supporter_id' => $one[1],
                'name' => $names[$one[1]]->sort_name ?? '',
                'kind' => $names[$one[1]]->kind ?? '',
                'gift' => $one[2] === 0 || !isset($gifts[$one[2]]) ? null : $words($gifts[$one[2]]),
            ],
            $short,
        );
    }
}
