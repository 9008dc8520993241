<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Standards\FieldAccess;
use Illuminate\Database\Connection;

/**
 * Gifts in honor or in memory of a supporter.
 *
 * @phpstan-type HonoringGift array{id: int, given_on: ?string, amount: ?string, currency: string, kind: ?string, supporter_id: int, name: string}
 */
final readonly class HonoringGifts
{
    private const MOST = 100;

    public function __construct(private Connection $db) {}

    /** @return list<HonoringGift> the latest first; none for whoever may not see whom gifts honor */
    public function of(int $supporter, FieldAccess $sight): array
    {
        $rows = $this->db
            ->table('gifts as g')
            ->join('supporters as s', 's.id', '=', 'g.supporter_id')
            ->where('g.tribute_id', $supporter)
            ->orderByDesc('g.given_on')
            ->orderByDesc('g.id')
            ->limit($sight->sees('gift.tribute') ? self::MOST : 0)
            ->get(['g.id', 'g.given_on', 'g.amount', 'g.currency', 'g.tribute_kind as kind', 'g.supporter_id', 's.display_name as name']);

        /** @var list<HonoringGift> */
        return array_map(
            static fn(\stdClass $row): array => [
                ...(array) $row,
                'given_on' => $sight->sees('gift.date') ? $row->given_on : null,
                'amount' => $sight->sees('gift.amount') ? $row->amount : null,
            ],
            array_values($rows->all()),
        );
    }
}
