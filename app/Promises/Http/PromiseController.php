<?php

declare(strict_types=1);

namespace App\Promises\Http;

use App\Lists\ListSort;
use App\Promises\Http\Requests\PromiseListRequest;
use App\Promises\PromiseColumns;
use App\Promises\PromiseSearch;
use App\Promises\PromiseView;
use App\Promises\StoredPromise;
use App\Promises\UnattachedPayments;
use App\Records\Gift;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Supporters\Searching\SearchTold;
use App\Supporters\UnseenField;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\PromiseStatus;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Searches\Searched;

/**
 * Pledges and recurring gifts: what is due, overdue, failed to come, and kept.
 *
 * @phpstan-import-type Amounts from JsonMap as JsonAmounts
 * @phpstan-import-type UnattachedPayment from UnattachedPayments
 * @phpstan-type PromiseRow array{
 *     id: int, supporter_id: int, supporter: string, kind: string, status: value-of<PromiseStatus>, promised_on: ?string,
 *     amount: ?string, currency: string, frequency: ?string, fund: ?string, campaign: ?string, appeal: ?string,
 *     reference: ?string, source_id: ?string, paid: ?string, balance: ?string, next_on: ?string,
 *     next_amount: ?string, missed: int,
 * }
 * @phpstan-import-type ToldSearch from SearchTold
 * @phpstan-type PromiseMoneySums array{promised: JsonAmounts, paid: JsonAmounts, balance: JsonAmounts}
 * @phpstan-type PromiseList array{
 *     total: int, counts: array<value-of<PromiseStatus>, int>, unattached: int, sums: ?PromiseMoneySums, page: int, pages: int,
 *     search: ?ToldSearch, promises: list<PromiseRow>,
 * }
 * @phpstan-type UnattachedList array{total: int, page: int, pages: int, payments: list<UnattachedPayment>}
 */
final class PromiseController extends Controller
{
    private const PAGE = 50;

    #[Answers(self::class, 'PromiseList')]
    public function index(PromiseListRequest $request, UnattachedPayments $unattached, SearchTold $told): JsonResponse
    {
        $sight = FieldAccess::ofUser();
        try {
            $search = PromiseSearch::of($request->asked(), $sight);
            $found = $search->found();
        } catch (UnseenField $error) {
            abort(403, $error->getMessage());
        }
        $page = max(1, (int) $request->query('page', '1'));
        $total = $found->clone()->count();
        $sums = $search->sums();
        $found->join('supporters as who', 'who.id', '=', 'p.supporter_id');
        if (!PromiseColumns::list()->sort($found, ListSort::asked($request))) {
            // What is longest due first; then what nobody knows the day of, the latest first.
            $found->orderByRaw('s.next_on is null, s.next_on, p.promised_on desc, p.id desc');
        }
        $rows = $found
            ->offset(($page - 1) * self::PAGE)
            ->limit(self::PAGE)
            ->get(['p.*', 's.state', 's.paid', 's.balance', 's.next_on', 's.next_amount', 's.missed', 'who.sort_name']);
        $seesMoney = $sight->sees('promise.amount') && $sight->sees('gift.amount');

        return response()->json([
            'total' => $total,
            'counts' => $search->counts(),
            'unattached' => $unattached->count(),
            'sums' => $seesMoney ? array_map(static fn(Amounts $sum): JsonMap => new JsonMap($sum->toArray()), $sums) : null,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'search' => $told->of($request->asked()['where'] ?? '', Searched::Promises),
            'promises' => $rows->map(static fn(\stdClass $row): array => self::row($row, $sight, $seesMoney)),
        ]);
    }

    #[Answers(PromiseView::class, 'PromisePageData')]
    public function show(StoredPromise $promise, PromiseView $view): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);

        return response()->json($view->of($promise, FieldAccess::ofUser()));
    }

    /** Gifts that pay a promise that nobody knows, each with those that it may pay. */
    #[Answers(self::class, 'UnattachedList')]
    public function unattached(Request $request, UnattachedPayments $unattached): JsonResponse
    {
        $this->authorize('edit-records');
        $sight = FieldAccess::ofUser();
        abort_unless($sight->sees('gift.amount') && $sight->sees('promise.amount'), 403, 'This list asks by a field that you may not see.');
        $page = min(100_000, max(1, (int) $request->query('page', '1')));

        return response()->json([
            'total' => $unattached->count(),
            'page' => $page,
            'pages' => $unattached->pages(),
            'payments' => $unattached->page($page, $sight),
        ]);
    }

    /** @return PromiseRow */
    private static function row(\stdClass $row, FieldAccess $sight, bool $seesMoney): array
    {
        $standing = Standing::kept(Promise::stored((array) $row), PromiseStatus::from($row->state), $row->next_on);
        $money = static fn(?string $amount): ?string => $seesMoney ? $amount : null;
        $seen = static fn(string $field, string $column): ?string => $sight->sees("promise.{$field}") ? $row->{$column} : null;

        return [
            'id' => $row->id,
            'supporter_id' => $row->supporter_id,
            'supporter' => $row->sort_name,
            'kind' => $row->kind,
            'status' => $standing->status(now()->format('Y-m-d'))->value,
            'promised_on' => $sight->sees('promise.date') ? $row->promised_on : null,
            'amount' => $money($row->amount),
            'currency' => $row->currency,
            'frequency' => $row->frequency,
            'fund' => $seen('fund', 'fund'),
            'campaign' => $seen('campaign', 'campaign'),
            'appeal' => $seen('appeal', 'appeal'),
            'reference' => $seen('reference', 'reference'),
            'source_id' => $seen('id', 'source_id'),
            'paid' => $money($row->paid),
            'balance' => $money($row->balance),
            'next_on' => $row->next_on,
            'next_amount' => $money($row->next_amount),
            'missed' => $row->missed,
        ];
    }
}
