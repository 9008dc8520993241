<?php

declare(strict_types=1);

namespace App\Http\Controllers\Records;

use App\Http\Controllers\Controller;
use App\Models\Supporter;
use App\Records\Links;
use App\Records\Origins;
use App\Records\SearchIndex;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\FieldCatalog;

/** Supporters, to find and to look at. */
final class SupporterController extends Controller
{
    private const PAGE = 50;

    public function index(Request $request, SearchIndex $search): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $query = trim((string) $request->query('q', ''));
        $page = max(1, (int) $request->query('page', '1'));
        $matching = $query === '' ? null : $search->matching($query);
        $found = Supporter::query()->when($query !== '', static fn ($supporters) => $matching === null ? $supporters->whereRaw('1 = 0') : $supporters->whereIn('id', $matching));
        $total = (clone $found)->count();
        // Ids first, so that only one page of rows is read in full however far down it lies.
        $ids = $found->orderBy('sort_key')->orderBy('id')->offset(($page - 1) * self::PAGE)->limit(self::PAGE)->pluck('id')->all();
        $rows = Supporter::query()->whereIn('id', $ids)->with(['addresses', 'emails', 'phones'])->orderBy('sort_key')->orderBy('id')->get();
        $gifts = DB::table('gifts')->whereIn('supporter_id', $ids)->groupBy('supporter_id')->selectRaw('supporter_id, count(*) as gifts, sum(amount) as given, max(given_on) as latest')->get()->keyBy('supporter_id');

        return response()->json([
            'total' => $total,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'supporters' => $rows->map(static fn (Supporter $supporter): array => [
                'id' => $supporter->id,
                'kind' => $supporter->kind,
                'name' => $supporter->sort_name,
                'city' => trim(implode(', ', array_filter([$supporter->addresses->first()?->getAttribute('city'), $supporter->addresses->first()?->getAttribute('state')]))),
                'email' => $supporter->emails->first()?->getAttribute('address'),
                'phone' => $supporter->phones->first()?->getAttribute('number'),
                'gifts' => $gifts[$supporter->id]->gifts ?? 0,
                'given' => $gifts[$supporter->id]->given ?? '0.00',
                'latest' => $gifts[$supporter->id]->latest ?? null,
            ]),
        ]);
    }

    public function show(Supporter $supporter, Origins $origins, FieldCatalog $catalog, Links $links): JsonResponse
    {
        $this->authorize('view', $supporter);
        $supporter->load(['addresses', 'emails', 'phones', 'identifiers', 'memberships', 'customValues']);
        $gifts = $supporter->gifts()->orderByDesc('given_on')->orderByDesc('id')->limit(500)->get();

        return response()->json([
            'supporter' => $supporter->makeHidden(['addresses', 'emails', 'phones', 'identifiers', 'memberships', 'customValues'])->toArray(),
            'addresses' => $supporter->addresses,
            'emails' => $supporter->emails,
            'phones' => $supporter->phones,
            'identifiers' => $supporter->identifiers,
            'groups' => $supporter->memberships->where('list', 'group')->pluck('name')->values(),
            'tags' => $supporter->memberships->where('list', 'tag')->pluck('name')->values(),
            'custom' => $supporter->customValues->map(fn ($value): array => ['id' => $value->getAttribute('id'), 'label' => $catalog->has($value->getAttribute('field')) ? $catalog->field($value->getAttribute('field'))->label : $value->getAttribute('field'), 'value' => $value->getAttribute('value')]),
            'links' => $links->of($supporter->id),
            'gifts' => $gifts,
            'gift_count' => $supporter->gifts()->count(),
            'gift_total' => (string) ($supporter->gifts()->sum('amount') ?: '0.00'),
            'origins' => $origins->of($supporter->id),
        ]);
    }
}
