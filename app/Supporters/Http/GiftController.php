<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Records\Gift;
use App\Records\GiftSums;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\SearchIndex;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/**
 * Gifts, the latest first.
 *
 * @phpstan-import-type Amounts from SupporterController
 * @phpstan-type GiftRow array{
 *     id: int, supporter_id: int, supporter: string, given_on?: string, amount?: string, currency?: string, kind?: ?string,
 *     fund?: ?string, reference?: ?string, campaign?: ?string, appeal?: ?string, tribute?: ?string, anonymous?: ?string,
 *     notes?: ?string, intake_id: ?int,
 * }
 * @phpstan-type MoneySums array{given: Amounts, promised: Amounts}
 * @phpstan-type GiftList array{total: int, promises: int, sums: ?MoneySums, page: int, pages: int, gifts: list<GiftRow>}
 */
final class GiftController extends Controller
{
    private const PAGE = 50;

    #[Answers(self::class, 'GiftList')]
    public function index(Request $request, SearchIndex $search): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);
        $sight = FieldAccess::ofUser();
        $query = trim((string) $request->query('q', ''));
        $intake = $request->query('intake');
        $matching = $query === '' ? null : $search->matching($query, $sight);
        $gifts = Gift::query()
            ->when(
                $query !== '',
                static fn($found) => $matching === null ? $found->whereRaw('1 = 0') : $found->whereIn('supporter_id', $matching),
            )
            ->when(is_string($intake) && $intake !== '', static fn($found) => $found->where('intake_id', (int) $intake))
            ->when(
                preg_match('/^\d{4}-\d{2}$/D', (string) $request->query('month', '')) === 1,
                static fn($found) => $found->whereRaw("date_format(given_on, '%Y-%m') = ?", [$request->query('month')]),
            )
            ->when(
                ctype_digit((string) $request->query('rule', '')),
                static fn($found) => $found->whereIn(
                    'id',
                    DB::table('shortfalls')->select('gift_id')->where('rule_id', (int) $request->query('rule')),
                ),
            );
        $total = (clone $gifts)->count();
        $sums = GiftSums::of((clone $gifts)->toBase());
        $page = max(1, (int) $request->query('page', '1'));
        $rows = $gifts
            ->orderByDesc('given_on')
            ->orderByDesc('id')
            ->offset(($page - 1) * self::PAGE)
            ->limit(self::PAGE)
            ->get();
        $names = Supporter::query()->whereIn('id', $rows->pluck('supporter_id'))->pluck('sort_name', 'id');

        return response()->json([
            'total' => $total,
            'promises' => $sums->promises,
            'sums' => $sight->sees('gift.amount')
                ? ['given' => (object) $sums->given->toArray(), 'promised' => (object) $sums->promised->toArray()]
                : null,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'gifts' => $rows->map(
                static fn(Gift $gift): array => [...$sight->of('gift', $gift->toArray()), 'supporter' => $names[$gift->supporter_id] ?? ''],
            ),
        ]);
    }
}
