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
use App\Supporters\Searching\SearchTerms;
use App\Supporters\SupporterSearch;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Searches\Searched;

/**
 * Searches that are kept under a name, for everyone.
 *
 * @phpstan-type SearchRow array{id: int, list: string, name: string, query: JsonMap<string>}
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
                ->get(['id', 'list', 'name', 'query']),
            'groups' => FieldAccess::ofUser()->sees('groups')
                ? DB::table('memberships')->where('list', 'group')->distinct()->orderBy('name')->limit(500)->pluck('name')
                : [],
        ]);
    }

    /** Keeps a search, in place of the one that has its name. */
    #[Answers(self::class, 'SearchRow')]
    public function store(SavedSearchRequest $request, SearchTerms $terms): JsonResponse
    {
        $data = $request->validated();
        $list = $request->list();
        // What can't be asked is not kept.
        $list === Searched::Supporters ? SupporterSearch::of($data['query']) : $terms->check($data['query']['where'] ?? '');
        $named = SavedSearch::query()->where('name', $data['name'])->first();
        if ($named !== null && $named->list !== $list->many()) {
            abort(422, "\"{$named->name}\" is the name of a search for {$named->list}. Choose another.");
        }
        $search = SavedSearch::query()->updateOrCreate(
            ['name' => $data['name']],
            ['list' => $list->many(), 'query' => $data['query'], 'user_id' => $request->user()?->id],
        );

        return response()->json(
            ['id' => $search->id, 'list' => $search->list, 'name' => $search->name, 'query' => $search->query],
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
