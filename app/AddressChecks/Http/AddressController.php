<?php

declare(strict_types=1);

namespace App\AddressChecks\Http;

use App\AddressChecks\AddressList;
use App\AddressChecks\Http\Requests\AddressListRequest;
use App\Lists\ListSort;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\Searching\SearchTold;
use App\Supporters\UnseenField;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Searches\Searched;

/**
 * Stored addresses, each with whose it is and how it stands.
 *
 * @phpstan-import-type StoredAddress from AddressList
 * @phpstan-import-type ToldSearch from SearchTold
 * @phpstan-type AddressesFound array{
 *     total: int, page: int, pages: int, milliseconds: int, search: ?ToldSearch, addresses: list<StoredAddress>,
 * }
 */
final class AddressController extends Controller
{
    private const PAGE = 50;

    #[Answers(self::class, 'AddressesFound')]
    public function index(AddressListRequest $request, AddressList $list, SearchTold $told): JsonResponse
    {
        $start = microtime(true);
        $asked = $request->asked();
        try {
            $found = $list->found($asked);
        } catch (UnseenField $error) {
            abort(403, $error->getMessage());
        }
        $page = max(1, (int) $request->query('page', '1'));
        $total = $found->clone()->count();
        $rows = $list->page($found, ListSort::asked($request), ($page - 1) * self::PAGE, self::PAGE);

        return response()->json([
            'total' => $total,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'milliseconds' => (int) round(1000 * (microtime(true) - $start)),
            'search' => $told->of($asked['where'] ?? '', Searched::Addresses),
            'addresses' => $rows,
        ]);
    }
}
