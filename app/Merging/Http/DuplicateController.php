<?php

declare(strict_types=1);

namespace App\Merging\Http;

use App\Accounts\Audit;
use App\Duplicates\Claims;
use App\Duplicates\Decisions;
use App\Duplicates\DuplicateList;
use App\Duplicates\DuplicateSearch;
use App\Duplicates\FindDuplicates;
use App\Duplicates\SearchSchedule;
use App\Duplicates\SharedHomes;
use App\Merging\DecideRound;
use App\Merging\DuplicateRound;
use App\Merging\Households;
use App\Merging\Http\Requests\ClaimRequest;
use App\Merging\Http\Requests\DecideGroupRequest;
use App\Merging\Http\Requests\DuplicatesRequest;
use App\Merging\Http\Requests\MergeCertainRequest;
use App\Merging\Http\Requests\NoHouseholdRequest;
use App\Merging\Http\Requests\ReviewFieldsRequest;
use App\Merging\Http\Requests\SearchRequest;
use App\Merging\Http\Requests\SearchScheduleRequest;
use App\Merging\Http\Requests\SupportersRequest;
use App\Merging\MergeCertain;
use App\Merging\MergeView;
use App\Merging\PairGroups;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\NotKept;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Merging\MergePolicy;

/**
 * Supporters that may be one: looked for, looked at, and said not to be.
 *
 * @phpstan-import-type SearchShown from DuplicateSearch
 * @phpstan-import-type RoundShown from DuplicateRound
 * @phpstan-import-type SaidPair from Decisions
 * @phpstan-type DuplicateMember array{id: int, name: string}
 * @phpstan-type DuplicateCluster array{
 *     cluster: int, certainty: value-of<Certainty>, score: int, looked_at_by: ?string, members: list<DuplicateMember>,
 * }
 * @phpstan-type DuplicateCounts array{certain: int, review: int, homes: int}
 * @phpstan-type ReviewColumn array{column: string, label: string}
 * @phpstan-type DuplicatePage array{
 *     clusters: list<DuplicateCluster>, before: int, total: int, pages: int, counts: DuplicateCounts, search: ?SearchShown,
 *     schedule: string, fields: list<string>, all_fields: list<ReviewColumn>,
 * }
 * @phpstan-type SearchScheduleKept array{schedule: string}
 * @phpstan-type ReviewFields array{fields: list<string>}
 * @phpstan-type Claimed array{looked_at_by: ?string}
 * @phpstan-type SampledCluster array{members: list<DuplicateMember>, for: list<string>, against: list<string>}
 * @phpstan-type CertainSample array{total: int, sample: list<SampledCluster>}
 * @phpstan-type MergesBegun array{begun: int}
 * @phpstan-type DuplicateGroup array{why: string, clusters: int, sample: list<list<DuplicateMember>>}
 * @phpstan-type DuplicateGroups array{groups: list<DuplicateGroup>, round: ?RoundShown}
 * @phpstan-type SaidApart array{said: list<array{int, int}>, counts: DuplicateCounts}
 * @phpstan-type MadeHousehold array{household: int, name: string, act: ?int, said: list<array{int, int}>}
 * @phpstan-type HouseholdGone array{counts: DuplicateCounts}
 * @phpstan-type SaidList array{decisions: list<SaidPair>}
 * @phpstan-type Withdrawn array{withdrawn: bool}
 */
final class DuplicateController extends Controller
{
    private const DECISIONS = 200;

    private const SAMPLE = 12;

    /** Seconds for which a cluster is someone's; the page says so again as long as it is open. */
    private const CLAIMED = 40;

    public function __construct(
        private readonly Decisions $decisions,
        private readonly DuplicateList $list,
        private readonly SharedHomes $homes,
        private readonly MergeView $view,
    ) {}

    #[Answers(self::class, 'DuplicatePage')]
    public function index(DuplicatesRequest $request): JsonResponse
    {
        $data = $request->validated();
        $show = $data['show'] ?? '';
        $list = $show === 'homes' ? $this->homes->list : $this->list;

        return response()->json([
            ...$list->page(in_array($show, ['', 'homes'], true) ? null : $show, (int) ($data['page'] ?? 1), (int) $request->user()?->id),
            'counts' => $this->counts(),
            'search' => DuplicateSearch::real()->first(),
            'schedule' => SearchSchedule::kept(),
            'fields' => $request->user()->review_fields ?? [],
            'all_fields' => $this->view->columns(),
        ]);
    }

    #[Answers(DuplicateSearch::class, 'SearchShown')]
    public function search(SearchRequest $request): JsonResponse
    {
        $scope = $request->validated();
        abort_if(DuplicateSearch::underWay() !== null, 409, 'A search is under way already.');
        $search = DuplicateSearch::query()
            ->create(['state' => 'waiting', 'scope' => $scope === [] ? null : $scope, 'user_id' => $request->user()?->id])
            ->refresh();
        FindDuplicates::dispatch($search->id);

        return response()->json($search, 202);
    }

    /** Whether the database is searched by itself, each night or each week. */
    #[Answers(self::class, 'SearchScheduleKept')]
    public function schedule(SearchScheduleRequest $request): JsonResponse
    {
        $every = $request->validated('every');
        SearchSchedule::keep($every);
        Audit::note(
            Audit::MERGE,
            $every === 'never'
                ? 'Turned off the automatic search for duplicates'
                : "Has new and changed supporters searched for duplicates every {$every}",
        );

        return response()->json(['schedule' => $every]);
    }

    /** Which fields a person reviews duplicates by, and in what order; none for all. */
    #[Answers(self::class, 'ReviewFields')]
    public function fields(ReviewFieldsRequest $request): JsonResponse
    {
        $fields = $request->validated('fields');
        $request
            ->user()
            ?->forceFill(['review_fields' => $fields === [] ? null : $fields])
            ->save();

        return response()->json(['fields' => $fields]);
    }

    /** Says that someone looks at a cluster, so that nobody else decides on it meanwhile. */
    #[Answers(self::class, 'Claimed')]
    public function claim(ClaimRequest $request, Claims $claims): JsonResponse
    {
        $cluster = (int) $request->validated('cluster');

        return response()->json(['looked_at_by' => $claims->claim($cluster, (int) $request->user()?->id, self::CLAIMED)]);
    }

    /** Some of the certain ones by chance, to be looked at before all of them are merged. */
    #[Answers(self::class, 'CertainSample')]
    public function sample(): JsonResponse
    {
        $this->authorize('merge');

        return response()->json($this->list->sample(self::SAMPLE));
    }

    #[Answers(self::class, 'MergesBegun')]
    public function mergeCertain(MergeCertainRequest $request): JsonResponse
    {
        $data = $request->validated();
        $policy = MergePolicy::fromArray($data['policy'] ?? []);
        $total = $this->list->sample(0)['total'];
        abort_if($total !== (int) $data['total'], 409, "There are {$total} by now. Look at some of them again.");
        Audit::note(Audit::MERGE, "Began to merge {$total} certain duplicates");
        MergeCertain::dispatch((int) $request->user()?->id, $policy);

        return response()->json(['begun' => $total], 202);
    }

    /** Clusters of two to be reviewed, by why they are; and what this person decided as one last. */
    #[Answers(self::class, 'DuplicateGroups')]
    public function groups(Request $request, PairGroups $groups): JsonResponse
    {
        $this->authorize('merge');
        $round = DuplicateRound::query()->where('user_id', $request->user()?->id)->orderByDesc('id')->first();

        return response()->json(['groups' => $groups->all(), 'round' => $round]);
    }

    #[Answers(DuplicateRound::class, 'RoundShown')]
    public function decideGroup(DecideGroupRequest $request, PairGroups $groups): JsonResponse
    {
        $data = $request->validated();
        $busy = DuplicateRound::query()
            ->whereIn('state', [DuplicateRound::WORKING, DuplicateRound::TAKING_BACK])
            ->exists();
        abort_if($busy, 409, 'Others are being decided just now. Wait until they are done.');
        $total = $groups->size($data['why']);
        abort_if($total !== (int) $data['total'], 409, "There are {$total} by now. Look at some of them again.");
        $round = DuplicateRound::query()->create([
            'user_id' => $request->user()?->id,
            'why' => $data['why'],
            'is_same' => $data['to'] === 'same',
            'state' => DuplicateRound::WORKING,
            'total' => $total,
            'at' => now(),
        ]);
        Audit::note(
            Audit::MERGE,
            'Said of ' .
                ($total === 1 ? 'one pair' : number_format($total) . ' pairs') .
                ' that they are ' .
                ($round->is_same ? 'the same' : 'not the same') .
                ": {$round->why}",
        );
        DecideRound::dispatch($round->id);

        return response()->json($round->refresh(), 202);
    }

    /** Takes all back that was decided as one. */
    #[Answers(DuplicateRound::class, 'RoundShown')]
    public function takeBackRound(DuplicateRound $round): JsonResponse
    {
        $this->authorize('merge');
        // Broken off by a change of mind as well as done.
        $isTaken =
            DuplicateRound::query()
                ->whereKey($round->id)
                ->whereIn('state', [DuplicateRound::WORKING, DuplicateRound::DONE])
                ->update(['state' => DuplicateRound::TAKING_BACK, 'kept' => 0]) === 1;
        abort_unless($isTaken, 409, 'It was taken back already.');
        Audit::note(
            Audit::MERGE,
            'Took back what was said of ' .
                ($round->total === 1 ? 'one pair' : number_format($round->total) . ' pairs') .
                ": {$round->why}",
        );
        DecideRound::dispatch($round->id);

        return response()->json($round->refresh(), 202);
    }

    #[Answers(self::class, 'SaidApart')]
    public function notTheSame(SupportersRequest $request): JsonResponse
    {
        [$supporters, $ofHomes] = [$request->supporters(), $request->ofHomes()];
        $said = $this->decisions->notTheSame($supporters, $request->user()?->id, $ofHomes);
        Audit::note(Audit::MERGE, 'Said that supporters ' . implode(', ', $supporters) . ' are not the same');

        return response()->json(['said' => $said, 'counts' => $this->counts()]);
    }

    /** People who are not the same but live together become members of a household. */
    #[Answers(self::class, 'MadeHousehold')]
    public function household(SupportersRequest $request, Households $households): JsonResponse
    {
        [$supporters, $ofHomes] = [$request->supporters(), $request->ofHomes()];
        try {
            $made = $households->of($supporters, $request->user(), FieldAccess::ofUser(), $ofHomes);
        } catch (CannotMerge $error) {
            abort(409, $error->getMessage());
        } catch (NotKept $error) {
            abort(422, 'Your standards refuse this household: ' . $error->getMessage());
        }

        return response()->json([...$made, 'name' => Supporter::query()->findOrFail($made['household'])->display_name], 201);
    }

    /** Takes a household back that was made just now. */
    #[Answers(self::class, 'HouseholdGone')]
    public function noHousehold(NoHouseholdRequest $request, int $household, Households $households): JsonResponse
    {
        $data = $request->validated();
        try {
            $households->takeBack(
                $household,
                array_map(intval(...), array_values($data['supporters'])),
                $data['act'] === null ? null : (int) $data['act'],
                array_map(static fn(array $pair): array => [(int) $pair[0], (int) $pair[1]], array_values($data['said'])),
                $request->user(),
            );
        } catch (CannotMerge $error) {
            abort(409, $error->getMessage());
        }

        return response()->json(['counts' => $this->counts()]);
    }

    #[Answers(self::class, 'SaidList')]
    public function decisions(): JsonResponse
    {
        $this->authorize('merge');

        return response()->json(['decisions' => $this->decisions->latest(self::DECISIONS)]);
    }

    #[Answers(self::class, 'Withdrawn')]
    public function withdraw(int $one, int $other): JsonResponse
    {
        $this->authorize('merge');
        abort_unless($this->decisions->withdraw($one, $other), 404, 'Nobody has said that these two are not the same.');

        return response()->json(['withdrawn' => true]);
    }

    /** @return array{certain: int, review: int, homes: int} clusters of each */
    private function counts(): array
    {
        return [...$this->list->counts(), 'homes' => $this->homes->list->counts()['review']];
    }
}
