<?php

declare(strict_types=1);

namespace App\Promises;

use App\Records\RecordReader;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Gifts\GiftKind;

/**
 * Gifts that say that they pay a pledge or belong to a recurring gift, and not which.
 *
 * @phpstan-import-type PayablePromise from PayablePromises
 * @phpstan-type UnattachedPayment array{
 *     id: int, supporter_id: int, supporter: string, given_on: string, amount: string, currency: string, kind: string, fund: string,
 *     promises: list<PayablePromise>,
 * }
 */
final readonly class UnattachedPayments
{
    private const KINDS = [GiftKind::PledgePayment, GiftKind::Recurring];

    private const PAGE = 50;

    public function __construct(private Connection $db, private RecordReader $reader) {}

    public function count(): int
    {
        return $this->all()->count();
    }

    /**
     * @param  int  $page  from 1
     * @return list<UnattachedPayment> the latest first, each with what it may pay
     */
    public function page(int $page, FieldAccess $sight): array
    {
        $ids = Lists::ints(
            $this->all()
                ->orderByDesc('given_on')
                ->orderByDesc('id')
                ->offset(($page - 1) * self::PAGE)
                ->limit(self::PAGE)
                ->pluck('id'),
        );
        $owners = $this->db->table('gifts')->whereIn('id', $ids)->pluck('supporter_id', 'id')->all();
        $records = $this->reader->read(array_values(array_unique($owners)));
        $gifts = $this->reader->gifts(array_keys($records));

        return array_map(static function (int $id) use ($owners, $records, $gifts, $sight): array {
            $record = $records[$owners[$id]];
            $gift = $gifts[$owners[$id]][$id];

            return [
                'id' => $id,
                'supporter_id' => $owners[$id],
                'supporter' => $record->field('sort_name'),
                'given_on' => $sight->sees('gift.date') ? $gift->date : '',
                'amount' => $gift->amount,
                'currency' => $gift->currency,
                'kind' => $gift->kind,
                'fund' => $sight->sees('gift.fund') ? $gift->fund : '',
                'promises' => PayablePromises::of($record, $gift, $gifts[$owners[$id]], $sight),
            ];
        }, $ids);
    }

    public function pages(): int
    {
        return (int) ceil($this->count() / self::PAGE);
    }

    private function all(): Builder
    {
        return $this->db
            ->table('gifts')
            ->whereIn('kind', array_column(self::KINDS, 'value'))
            ->whereNull('promise_id')
            ->whereNull('corrects_id');
    }
}
