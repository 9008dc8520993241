<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Records\Gift;
use App\Records\GiftSums;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Supporters\GiftSearch;
use App\Supporters\Http\Requests\GiftListRequest;
use App\Supporters\UnseenField;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Gifts\GiftTotals;

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
 * @phpstan-type GiftMonth array{month: string, gifts: int, given: ?Amounts}
 * @phpstan-type GiftList array{total: int, promises: int, sums: ?MoneySums, months: list<GiftMonth>, page: int, pages: int, gifts: list<GiftRow>}
 */
final class GiftController extends Controller
{
    private const PAGE = 50;

    private const MONTHS = 36;

    #[Answers(self::class, 'GiftList')]
    public function index(GiftListRequest $request): JsonResponse
    {
        $sight = FieldAccess::ofUser();
        try {
            $gifts = GiftSearch::of($request->asked(), $sight);
        } catch (UnseenField $error) {
            abort(403, $error->getMessage());
        }
        $total = (clone $gifts)->count();
        $sums = GiftSums::of((clone $gifts)->toBase());
        $months = $sight->sees('gift.date') ? $this->months($gifts, $sight) : [];
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
            'months' => $months,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'gifts' => $rows->map(
                static fn(Gift $gift): array => [...$sight->of('gift', $gift->toArray()), 'supporter' => $names[$gift->supporter_id] ?? ''],
            ),
        ]);
    }

    /**
     * @param  Builder<Gift>  $gifts
     * @return list<GiftMonth> the latest months, up to the last in which there are any
     */
    private function months(Builder $gifts, FieldAccess $sight): array
    {
        $sums = GiftSums::by((clone $gifts)->toBase(), "date_format(given_on, '%Y-%m')");
        if ($sums === []) {
            return [];
        }
        $months = [];
        [$month, $first] = [max(array_keys($sums)), min(array_keys($sums))];
        // A month without gifts is a gap in the picture, not a month that never was.
        for ($i = 0; $i < self::MONTHS && $month >= $first; $i++) {
            $sum = $sums[$month] ?? GiftTotals::none();
            $months[] = [
                'month' => (string) $month,
                'gifts' => $sum->gifts,
                'given' => $sight->sees('gift.amount') ? new JsonMap($sum->given->toArray()) : null,
            ];
            $month = date('Y-m', (int) strtotime("{$month}-01 -1 month"));
        }

        return array_reverse($months);
    }
}
