<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use Illuminate\Database\Connection;
use PineSieve\Core\Gifts\Amounts;

/**
 * Gifts of others that are credited to a supporter: no sum of what the supporter gave has them.
 *
 * @phpstan-import-type Amounts from JsonMap as JsonAmounts
 * @phpstan-type CreditedGift array{id: int, given_on: ?string, amount: string, currency: string, supporter_id: int, name: string}
 * @phpstan-type Credited array{sum: JsonAmounts, count: int, gifts: list<CreditedGift>}
 */
final readonly class CreditedGifts
{
    private const MOST = 100;

    public function __construct(private Connection $db) {}

    /** @return ?Credited null for whoever may not see it; the latest gifts first */
    public function of(int $supporter, FieldAccess $sight): ?array
    {
        if (!$sight->sees('gift.credits')) {
            return null;
        }
        $rows = $this->db
            ->table('gift_credits as c')
            ->join('gifts as g', 'g.id', '=', 'c.gift_id')
            ->join('supporters as s', 's.id', '=', 'g.supporter_id')
            ->where('c.supporter_id', $supporter)
            ->orderByDesc('g.given_on')
            ->orderByDesc('g.id')
            ->get(['g.id', 'g.given_on', 'c.amount', 'g.currency', 'g.supporter_id', 's.display_name as name']);
        $sum = Amounts::none();
        foreach ($rows as $row) {
            $sum = $sum->plus(Amounts::of($row->currency, $row->amount));
        }

        /** @var list<CreditedGift> $gifts */
        $gifts = array_map(
            static fn(\stdClass $row): array => [...(array) $row, 'given_on' => $sight->sees('gift.date') ? $row->given_on : null],
            array_values($rows->take(self::MOST)->all()),
        );

        return ['sum' => new JsonMap($sum->toArray()), 'count' => $rows->count(), 'gifts' => $gifts];
    }
}
