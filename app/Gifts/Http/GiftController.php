<?php

declare(strict_types=1);

namespace App\Gifts\Http;

use App\Gifts\GiftSearch;
use App\Gifts\GiftStatus;
use App\Gifts\GiftView;
use App\Gifts\Http\Requests\GiftListRequest;
use App\Lists\ListSort;
use App\Records\Gift;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Supporters\Http\SupporterController;
use App\Supporters\Searching\SearchTold;
use App\Supporters\UnseenField;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Gifts\GiftTotals;
use PineSieve\Core\Searches\Searched;

/**
 * Gifts, the latest first.
 *
 * @phpstan-import-type Amounts from SupporterController
 * @phpstan-import-type MonthOfGifts from GiftSearch
 * @phpstan-type GiftRow array{
 *     id: int, supporter_id: int, supporter: string, given_on?: string, amount?: string, currency?: string, counts?: string,
 *     status?: value-of<GiftStatus>, kind?: ?string, fund?: ?string, reference?: ?string, campaign?: ?string, appeal?: ?string,
 *     tribute?: ?string, anonymous?: ?string, splits?: ?string, receipt?: ?string, receipt_on?: ?string, benefit?: ?string,
 *     fee?: ?string, source_id?: ?string, corrects_id: ?int, intake_id: ?int, batch_id: ?int, promise_id: ?int,
 * }
 * @phpstan-type MoneySums array{given: Amounts}
 * @phpstan-type GiftMonth array{month: string, gifts: int, given: ?Amounts}
 * @phpstan-import-type ToldSearch from SearchTold
 * @phpstan-type GiftList array{
 *     total: int, corrections: int, sums: ?MoneySums, months: list<GiftMonth>, page: int, pages: int,
 *     milliseconds: int, search: ?ToldSearch, gifts: list<GiftRow>,
 * }
 */
final class GiftController extends Controller
{
    private const PAGE = 50;

    /** What a list can show of a gift. */
    private const COLUMNS = [
        'id',
        'supporter_id',
        'given_on',
        'amount',
        'currency',
        'kind',
        'fund',
        'reference',
        'campaign',
        'appeal',
        'tribute',
        'anonymous',
        'splits',
        'receipt',
        'receipt_on',
        'benefit',
        'fee',
        'source_id',
        'corrects_id',
        'intake_id',
        'batch_id',
        'promise_id',
    ];

    private const MONTHS = 36;

    #[Answers(self::class, 'GiftList')]
    public function index(GiftListRequest $request, SearchTold $told): JsonResponse
    {
        $start = microtime(true);
        $sight = FieldAccess::ofUser();
        try {
            $found = GiftSearch::of($request->asked(), $sight);
            $months = $found->months();
        } catch (UnseenField $error) {
            abort(403, $error->getMessage());
        }
        $listed = array_sum(array_column($months, 'listed'));
        $sums = GiftSearch::summed($months);
        $page = max(1, (int) $request->query('page', '1'));
        $ids = $found->page(($page - 1) * self::PAGE, self::PAGE, $listed, ListSort::asked($request));
        $rows = Gift::query()
            ->whereIn('id', $ids)
            ->select('gifts.*')
            ->selectRaw("{$found->amount()} as counts")
            ->selectRaw('(select count(*) from gifts c where c.corrects_id = gifts.id) as corrections')
            ->selectRaw('amount + coalesce((select sum(c.amount) from gifts c where c.corrects_id = gifts.id), 0) as net')
            ->get()
            // Asked for an order, the database would look for these few among all.
            ->sortBy(static fn(Gift $gift): int => (int) array_search($gift->id, $ids, true))
            ->values();
        $names = Supporter::query()->whereIn('id', $rows->pluck('supporter_id'))->pluck('sort_name', 'id');

        return response()->json([
            'total' => $sums->gifts,
            // What takes gifts back or corrects them is listed too, and no gift.
            'corrections' => $listed - $sums->gifts,
            'sums' => $sight->sees('gift.amount') ? ['given' => (object) $sums->given->toArray()] : null,
            'months' => $sight->sees('gift.date') ? self::picture($months, $sight) : [],
            'page' => $page,
            'pages' => (int) ceil($listed / self::PAGE),
            'milliseconds' => (int) round(1000 * (microtime(true) - $start)),
            'search' => $told->of($request->asked()['where'] ?? '', Searched::Gifts),
            'gifts' => $rows->map(
                static fn(Gift $gift): array => [
                    ...array_intersect_key($sight->of('gift', $gift->toArray()), array_flip(self::COLUMNS)),
                    'supporter' => $names[$gift->supporter_id] ?? '',
                    ...$sight->sees('gift.amount')
                        ? [
                            'counts' => $gift->getAttribute('counts'),
                            'status' => GiftStatus::of($gift->corrects_id, $gift->getAttribute('corrections'), $gift->getAttribute('net')),
                        ]
                        : [],
                ],
            ),
        ]);
    }

    #[Answers(GiftView::class, 'GiftPageData')]
    public function show(Gift $gift, GiftView $view): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);

        return response()->json($view->of($gift, FieldAccess::ofUser()));
    }

    /**
     * @param  array<string, MonthOfGifts>  $sums
     * @return list<GiftMonth> the latest months, up to the last in which there are any
     */
    private static function picture(array $sums, FieldAccess $sight): array
    {
        if ($sums === []) {
            return [];
        }
        $months = [];
        [$month, $first] = [max(array_keys($sums)), min(array_keys($sums))];
        // A month without gifts is a gap in the picture, not a month that never was.
        for ($i = 0; $i < self::MONTHS && $month >= $first; $i++) {
            $sum = $sums[$month]['totals'] ?? GiftTotals::none();
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
