<?php

declare(strict_types=1);

namespace App\Api\Http\V1;

use App\Api\ApiRecords;
use App\Api\Http\Cursor;
use App\Api\Http\Requests\SupportersRequest;
use App\Gifts\Funds;
use App\Gifts\GiftSearch;
use App\Gifts\Http\Requests\GiftListRequest;
use App\Gifts\Purpose;
use App\Records\Gift;
use App\Records\Merge;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\SavedSearch;
use App\Supporters\Searching\SearchTold;
use App\Supporters\SupporterSearch;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\SieveException;

/**
 * Supporters, gifts, promises, funds and searches, to read.
 *
 * @phpstan-import-type ApiSupporter from ApiRecords
 * @phpstan-import-type ApiGift from ApiRecords
 * @phpstan-import-type ApiPromise from ApiRecords
 * @phpstan-type ApiSupporterPage array{data: list<ApiSupporter>, next: ?int}
 * @phpstan-type ApiGiftPage array{data: list<ApiGift>, next: ?int}
 * @phpstan-type ApiPromisePage array{data: list<ApiPromise>, next: ?int}
 * @phpstan-type ApiFund array{name: string, kind: value-of<Purpose>, gifts: int}
 * @phpstan-type ApiFunds array{data: list<ApiFund>}
 * @phpstan-type ApiSearch array{id: int, name: string, sentence: string, supporters: int}
 * @phpstan-type ApiSearches array{data: list<ApiSearch>}
 */
final class RecordController extends Controller
{
    public function __construct(private readonly ApiRecords $records) {}

    /** Supporters, in the order of their numbers. */
    #[Answers(self::class, 'ApiSupporterPage')]
    public function supporters(SupportersRequest $request): JsonResponse
    {
        [$ids, $next] = Cursor::of($request)->page(SupporterSearch::of($request->asked()), 'supporters.id');

        return response()->json(['data' => $this->records->supporters($ids, FieldAccess::ofUser()), 'next' => $next]);
    }

    /** One supporter. */
    #[Answers(ApiRecords::class, 'ApiSupporter')]
    public function supporter(int $supporter): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $found = $this->records->supporters([$supporter], FieldAccess::ofUser())[0] ?? null;
        if ($found === null) {
            $merge = Merge::ofGone($supporter);
            abort(
                404,
                $merge === null ? 'This supporter is not there.' : "This supporter was merged into supporter {$merge->survivor_id}.",
            );
        }

        return response()->json($found);
    }

    /** Gifts, in the order of their numbers; what takes one back, or corrects it, is one of its own below zero. */
    #[Answers(self::class, 'ApiGiftPage')]
    public function gifts(GiftListRequest $request): JsonResponse
    {
        $sight = FieldAccess::ofUser();
        [$ids, $next] = Cursor::of($request)->page(GiftSearch::of($request->asked(), $sight)->gifts(), 'gifts.id');

        return response()->json(['data' => $this->records->gifts($ids, $sight), 'next' => $next]);
    }

    /** One gift. */
    #[Answers(ApiRecords::class, 'ApiGift')]
    public function gift(int $gift): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);

        return response()->json($this->records->gifts([$gift], FieldAccess::ofUser())[0] ?? abort(404, 'This gift is not there.'));
    }

    /** Pledges and recurring gifts, in the order of their numbers. */
    #[Answers(self::class, 'ApiPromisePage')]
    public function promises(Request $request): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);
        [$ids, $next] = Cursor::of($request)->page(DB::table('promises'), 'id');

        return response()->json(['data' => ApiRecords::promises($ids, FieldAccess::ofUser()), 'next' => $next]);
    }

    /** One pledge or recurring gift. */
    #[Answers(ApiRecords::class, 'ApiPromise')]
    public function promise(int $promise): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);

        return response()->json(ApiRecords::promises([$promise], FieldAccess::ofUser())[0] ?? abort(404, 'This promise is not there.'));
    }

    /** Funds, campaigns and appeals, with the number of their gifts. */
    #[Answers(self::class, 'ApiFunds')]
    public function funds(Funds $funds): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);
        $sight = FieldAccess::ofUser();
        $data = [];
        foreach (Purpose::cases() as $purpose) {
            foreach ($sight->sees($purpose->field()) ? $funds->of($purpose, $sight) : [] as $fund) {
                $data[] = ['name' => $fund['name'], 'kind' => $purpose->value, 'gifts' => $fund['gifts']];
            }
        }

        return response()->json(['data' => $data]);
    }

    /** Saved searches, with how many supporters each finds; those that ask by what may not be seen are left out. */
    #[Answers(self::class, 'ApiSearches')]
    public function searches(SearchTold $told): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $data = [];
        foreach (SavedSearch::ofSupporters()->orderBy('name')->get() as $search) {
            try {
                $data[] = [
                    'id' => $search->id,
                    'name' => $search->name,
                    'sentence' => $told->of($search->query['where'] ?? '')['sentence'] ?? '',
                    'supporters' => SupporterSearch::of($search->query)->count(),
                ];
            } catch (SieveException) {
                // It asks by what the person may not see, or what is not there any more.
            }
        }

        return response()->json(['data' => $data]);
    }
}
