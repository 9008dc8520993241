<?php

declare(strict_types=1);

namespace App\Merging\Http;

use App\Merging\Http\Requests\MergeRequest;
use App\Merging\Http\Requests\PolicyRequest;
use App\Merging\Http\Requests\TakeApartRequest;
use App\Merging\Merges;
use App\Merging\MergeView;
use App\Merging\SavedMergePolicy;
use App\Records\Merge;
use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Changes\LeftAsItIs;
use PineSieve\Core\Merging\FieldRule;
use PineSieve\Core\Merging\MergePolicy;
use PineSieve\Core\Merging\SurvivorRule;

/**
 * Several supporters become one, after a look at what they become; and one is taken apart again.
 *
 * @phpstan-import-type ShownCandidate from MergeView
 * @phpstan-import-type MergeField from MergeView
 * @phpstan-import-type MergedGifts from MergeView
 * @phpstan-import-type MergeReason from MergeView
 * @phpstan-import-type PartsOfAll from MergeView
 * @phpstan-type MergedOne array{id: int, name: string}
 * @phpstan-type PolicyShown array{
 *     survivor: value-of<SurvivorRule>, usual: value-of<FieldRule>, fields: JsonMap<value-of<FieldRule>>, separator: string,
 * }
 * @phpstan-type SavedPolicy array{id: int, name: string, policy: PolicyShown}
 * @phpstan-type Policies array{
 *     policies: list<SavedPolicy>, survivor_rules: list<value-of<SurvivorRule>>, field_rules: list<value-of<FieldRule>>,
 * }
 * @phpstan-type PolicyDropped array{dropped: string}
 * @phpstan-type MergeShown array{id: int, survivor: int, name: string, gone: list<MergedOne>, at: string, by: ?string, undone: ?string}
 * @phpstan-type MergeSince array{thing: string, text: string}
 * @phpstan-type MergePage array{
 *     id: int, survivor: int, name: string, gone: list<MergedOne>, at: string, by: ?string, undone: ?string,
 *     since: list<MergeSince>,
 * }
 * @phpstan-type LeftThing array{thing: string, column: ?string, now: ?string, before: ?string, reason: string}
 * @phpstan-type TakenApart array{
 *     id: int, survivor: int, name: string, gone: list<MergedOne>, at: string, by: ?string, undone: ?string, kept: list<LeftThing>,
 * }
 * @phpstan-type MergePreview array{
 *     survivor: int, name: string, candidates: list<ShownCandidate>, fields: list<MergeField>, lists: list<PartsOfAll>,
 *     gifts: MergedGifts, may_live_together: bool, reasons: list<MergeReason>, policy: PolicyShown,
 * }
 */
final class MergeController extends Controller
{
    public function __construct(private readonly Merges $merges, private readonly MergeView $view) {}

    #[Answers(self::class, 'MergePreview')]
    public function preview(MergeRequest $request): JsonResponse
    {
        [$policy, $survivor, $typed] = [$request->policy(), $request->survivor(), $request->typed()];
        $candidates = $this->merges->candidates($request->supporters());
        $plan = $this->merges->plan($candidates, $policy, $survivor, $typed);

        return response()->json([...$this->view->of($candidates, $plan), 'policy' => self::policy($policy)]);
    }

    #[Answers(self::class, 'MergeShown')]
    public function store(MergeRequest $request): JsonResponse
    {
        [$policy, $survivor, $typed] = [$request->policy(), $request->survivor(), $request->typed()];
        $merge = $this->merges->merge($request->supporters(), $policy, $survivor, $typed, $request->user());

        return response()->json($this->shown($merge), 201);
    }

    #[Answers(self::class, 'MergePage')]
    public function show(Merge $merge): JsonResponse
    {
        $this->authorize('merge');
        $since = $merge->undone_at === null ? $this->merges->since($merge) : [];

        return response()->json([
            ...$this->shown($merge),
            'since' => array_map(
                fn(string $thing, array $values): array => ['thing' => $thing, 'text' => $this->view->thing($thing, $values)],
                array_keys($since),
                $since,
            ),
        ]);
    }

    #[Answers(self::class, 'TakenApart')]
    public function apart(TakeApartRequest $request, Merge $merge): JsonResponse
    {
        $data = $request->validated();
        $unmerge = $this->merges->apart($merge, array_map(intval(...), $data['given'] ?? []), $request->user());

        return response()->json([
            ...$this->shown($merge->refresh()),
            'kept' => array_map(static fn(LeftAsItIs $kept): array => $kept->toArray(), $unmerge->kept),
        ]);
    }

    #[Answers(self::class, 'Policies')]
    public function policies(): JsonResponse
    {
        $this->authorize('merge');

        return response()->json([
            'policies' => SavedMergePolicy::query()->orderBy('name')->get()->map(
                static fn(SavedMergePolicy $one): array => [
                    'id' => $one->id,
                    'name' => $one->name,
                    'policy' => self::policy(MergePolicy::fromArray($one->policy)),
                ],
            ),
            'survivor_rules' => array_column(SurvivorRule::cases(), 'value'),
            'field_rules' => array_column(FieldRule::cases(), 'value'),
        ]);
    }

    #[Answers(self::class, 'SavedPolicy')]
    public function storePolicy(PolicyRequest $request): JsonResponse
    {
        $data = $request->validated();
        $policy = MergePolicy::fromArray($data['policy']);
        $kept = SavedMergePolicy::query()->updateOrCreate(
            ['name' => trim($data['name'])],
            ['policy' => $policy->toArray(), 'user_id' => $request->user()?->id],
        );

        return response()->json(
            ['id' => $kept->id, 'name' => $kept->name, 'policy' => self::policy($policy)],
            $kept->wasRecentlyCreated ? 201 : 200,
        );
    }

    #[Answers(self::class, 'PolicyDropped')]
    public function destroyPolicy(SavedMergePolicy $policy): JsonResponse
    {
        $this->authorize('merge');
        $policy->delete();

        return response()->json(['dropped' => $policy->name]);
    }

    /** @return PolicyShown with the fields as an object, however few they are */
    private static function policy(MergePolicy $policy): array
    {
        return [...$policy->toArray(), 'fields' => new JsonMap($policy->toArray()['fields'])];
    }

    /** @return MergeShown */
    private function shown(Merge $merge): array
    {
        return [
            'id' => $merge->id,
            'survivor' => $merge->survivor_id,
            'name' => (string) Supporter::query()->whereKey($merge->survivor_id)->value('display_name'),
            'gone' => $merge->gone,
            'at' => $merge->created_at->toIso8601String(),
            'by' => $merge->user?->name,
            'undone' => $merge->undone_at?->toIso8601String(),
        ];
    }
}
