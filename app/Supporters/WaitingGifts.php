<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Standards\FieldAccess;
use Illuminate\Database\Connection;

/**
 * Gifts of a supporter that wait in a batch: no sum has them yet.
 *
 * @phpstan-type WaitingGift array{id: int, batch_id: int, batch: string, given_on: string, amount: string, currency: string, fund: ?string}
 */
final readonly class WaitingGifts
{
    public function __construct(private Connection $db) {}

    /** @return list<WaitingGift> none for whoever may not see amounts */
    public function of(int $supporter, FieldAccess $sight): array
    {
        if (!$sight->sees('gift.amount')) {
            return [];
        }
        $rows = $this->db
            ->table('batch_entries as e')
            ->join('batches as b', 'b.id', '=', 'e.batch_id')
            ->where('e.supporter_id', $supporter)
            ->orderByDesc('e.given_on')
            ->get(['e.id', 'e.batch_id', 'b.name as batch', 'e.given_on', 'e.amount', 'e.currency', 'e.fund']);

        /** @var list<WaitingGift> */
        return array_map(
            static fn(\stdClass $row): array => [...(array) $row, 'fund' => $sight->sees('gift.fund') ? $row->fund : null],
            array_values($rows->all()),
        );
    }
}
