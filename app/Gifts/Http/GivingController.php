<?php

declare(strict_types=1);

namespace App\Gifts\Http;

use App\Gifts\YearOfGiving;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Gifts\Amount;

/**
 * What came in in a year, beside the year before.
 *
 * @phpstan-import-type YearSum from YearOfGiving
 * @phpstan-import-type YearSize from YearOfGiving
 * @phpstan-import-type YearGivers from YearOfGiving
 * @phpstan-type GivingPage array{
 *     year: int, currency: string, years: list<int>, currencies: list<string>, amount: string, before: string,
 *     months: list<YearSum>, kinds: list<YearSum>,
 *     funds: list<YearSum>, campaigns: list<YearSum>, appeals: list<YearSum>, sizes: list<YearSize>, givers: YearGivers,
 * }
 */
final class GivingController extends Controller
{
    /** Fields of which it tells. */
    private const TOLD = ['gift.amount', 'gift.date', 'gift.kind', 'gift.fund', 'gift.campaign', 'gift.appeal'];

    #[Answers(self::class, 'GivingPage')]
    public function show(Request $request, YearOfGiving $giving): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $sight = FieldAccess::ofUser();
        foreach (self::TOLD as $field) {
            abort_unless($sight->sees($field), 403, 'What the totals tell is hidden from you.');
        }
        $years = $giving->years();
        $currencies = $giving->currencies();
        $year = (int) $request->query('year', (string) ($years[0] ?? now()->year));
        $currency = (string) $request->query('currency', $currencies[0] ?? 'USD');
        abort_unless(
            $year >= 1900 && $year <= 2200 && preg_match('/^[A-Z]{3}$/D', $currency) === 1,
            422,
            'Which year, and which currency?',
        );

        $months = $giving->months($year, $currency);

        return response()->json([
            'year' => $year,
            'currency' => $currency,
            'years' => $years,
            'currencies' => $currencies,
            'amount' => Amount::sum(array_column($months, 'amount')),
            'before' => Amount::sum(array_column($months, 'before')),
            'months' => $months,
            'kinds' => $giving->kinds($year, $currency),
            'funds' => $giving->purposes('fund', $year, $currency),
            'campaigns' => $giving->purposes('campaign', $year, $currency),
            'appeals' => $giving->purposes('appeal', $year, $currency),
            'sizes' => $giving->sizes($year, $currency),
            'givers' => $giving->givers($year, $currency),
        ]);
    }
}
