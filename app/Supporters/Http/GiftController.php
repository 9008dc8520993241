<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Records\Gift;
use App\Records\GiftSums;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\GiftSearch;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/**
 * Gifts, the latest first.
 *
 * @phpstan-import-type Amounts from SupporterController
 * @phpstan-type GiftRow array{
 *     id: int, supporter_id: int, supporter: string, given_on?: string, amount?: string, currency?: string, kind?: ?string,
 *     fund?: ?string, reference?: ?string, campaign?: ?string, appeal?: ?string, tribute?: ?string, anonymous?: ?string,
 *     notes?: ?string, intake_id: ?int, batch_id: ?int,
 * }
 * @phpstan-type MoneySums array{given: Amounts, promised: Amounts}
 * @phpstan-type GiftList array{total: int, promises: int, sums: ?MoneySums, page: int, pages: int, gifts: list<GiftRow>}
 */
final class GiftController extends Controller
{
    private const PAGE = 50;

    #[Answers(self::class, 'GiftList')]
    public function index(Request $request): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);
        $sight = FieldAccess::ofUser();
        $gifts = GiftSearch::of($request->query(), $sight);
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
