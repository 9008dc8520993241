<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\Searching\SearchChoices;
use Illuminate\Http\JsonResponse;

/** What a search can ask for. */
final class SearchFieldController extends Controller
{
    #[Answers(SearchChoices::class, 'SearchChoicesMade')]
    public function index(SearchChoices $choices): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);

        return response()->json($choices->all());
    }
}
