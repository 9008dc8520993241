<?php

declare(strict_types=1);

namespace App\Addresses\Http;

use App\Addresses\WhereTheyLive;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Where supporters live. */
final class PlaceController extends Controller
{
    #[Answers(WhereTheyLive::class, 'Dwellings')]
    public function index(Request $request, WhereTheyLive $where): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $sight = FieldAccess::ofUser();
        $byGiven = $request->query('by') === 'given';
        $sees = $sight->sees('address.postal_code') && $sight->sees('address.city') && (!$byGiven || $sight->sees('gift.amount'));
        abort_unless($sees, 403, 'Some of what the map shows is hidden from you.');

        return response()->json($where->all($byGiven));
    }
}
