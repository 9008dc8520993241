<?php

declare(strict_types=1);

namespace App\AddressChecks\Http;

use App\AddressChecks\Http\Requests\RemedyAddressRequest;
use App\AddressChecks\Undeliverable;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Stored addresses that mail does not reach, and what is done about them. */
final class UndeliverableController extends Controller
{
    #[Answers(Undeliverable::class, 'UnreachedPage')]
    public function index(Request $request, Undeliverable $worklist): JsonResponse
    {
        $this->authorize('check-addresses');
        $after = $request->query('after', '0');

        return response()->json($worklist->page(is_string($after) ? (int) $after : 0));
    }

    #[Answers(Undeliverable::class, 'UnreachedPage')]
    public function remedy(RemedyAddressRequest $request, int $address, Undeliverable $worklist): JsonResponse
    {
        $worklist->remedy($address, $request->to(), $request->user());

        return response()->json($worklist->page(0));
    }
}
