<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Supporters\Http\Requests\SavedSearchRequest;
use App\Supporters\SavedSearch;
use App\Supporters\SupporterSearch;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;

/**
 * Searches for supporters that are kept under a name, for everyone.
 *
 * @phpstan-type SearchRow array{id: int, name: string, query: JsonMap<string>}
 * @phpstan-type SavedSearches array{searches: list<SearchRow>, groups: list<string>}
 */
final class SavedSearchController extends Controller
{
    /** With the names of all groups, since both are what a part of the database can be called by. */
    #[Answers(self::class, 'SavedSearches')]
    public function index(): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);

        return response()->json([
            'searches' => SavedSearch::query()
                ->orderBy('name')
                ->get(['id', 'name', 'query']),
            'groups' => FieldAccess::ofUser()->sees('groups')
                ? DB::table('memberships')->where('list', 'group')->distinct()->orderBy('name')->limit(500)->pluck('name')
                : [],
        ]);
    }

    /** Keeps a search, in place of the one that has its name. */
    #[Answers(self::class, 'SearchRow')]
    public function store(SavedSearchRequest $request): JsonResponse
    {
        $data = $request->validated();
        // What can't be asked is not kept.
        SupporterSearch::of($data['query']);
        $search = SavedSearch::query()->updateOrCreate(
            ['name' => $data['name']],
            ['query' => $data['query'], 'user_id' => $request->user()?->id],
        );

        return response()->json(
            ['id' => $search->id, 'name' => $search->name, 'query' => $search->query],
            $search->wasRecentlyCreated ? 201 : 200,
        );
    }

    #[Answers(self::class, 'SavedSearches')]
    public function destroy(SavedSearch $savedSearch): JsonResponse
    {
        $this->authorize('edit-records');
        $savedSearch->delete();

        return $this->index();
    }
}
