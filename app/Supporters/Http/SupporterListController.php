<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Accounts\ListView;
use App\Accounts\User;
use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\Http\Requests\ListViewRequest;
use App\Supporters\Searching\SearchChoices;
use App\Supporters\SupporterColumns;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/**
 * How the list of supporters can be seen and searched.
 *
 * @phpstan-import-type SupporterColumn from SupporterColumns
 * @phpstan-import-type KeptView from ListView
 * @phpstan-type ListChoices array{columns: list<SupporterColumn>, view: ?KeptView}
 */
final class SupporterListController extends Controller
{
    private const LIST = 'supporters';

    #[Answers(self::class, 'ListChoices')]
    public function show(Request $request, SupporterColumns $columns): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);

        return response()->json(['columns' => $columns->choices(), 'view' => ListView::of(self::user($request), self::LIST)]);
    }

    #[Answers(self::class, 'ListChoices')]
    public function keep(ListViewRequest $request, SupporterColumns $columns): JsonResponse
    {
        ListView::keep(self::user($request), self::LIST, $request->view());

        return $this->show($request, $columns);
    }

    /** What a search can ask for. */
    #[Answers(SearchChoices::class, 'SearchChoicesMade')]
    public function searchable(SearchChoices $choices): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);

        return response()->json($choices->all());
    }

    private static function user(Request $request): User
    {
        $user = $request->user();

        return $user instanceof User ? $user : abort(401);
    }
}
