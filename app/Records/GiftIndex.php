<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\Splits;

/**
 * What is asked of all gifts at once, kept beside them: the parts of split ones, to whom they are credited, what they come to month by
 * month, and how many are of each amount. It follows every write.
 */
final readonly class GiftIndex implements FollowsWrites
{
    private const SUMS = ['month', 'currency', 'is_split', 'kind', 'fund', 'campaign', 'appeal', 'listed', 'gifts', 'amount'];

    private const AMOUNTS = ['month', 'currency', 'kind', 'amount', 'listed', 'gifts'];

    private const PARTS = ['gift_id', 'place', 'amount', 'fund', 'campaign', 'appeal', 'given_on', 'currency', 'kind', 'corrects'];

    public function __construct(private Connection $db, private Bulk $bulk, private RecordReader $reader) {}

    public function follow(Written $written): void
    {
        [$sums, $amounts] = [[], []];
        foreach ($written->giftsBefore as $gift) {
            self::count($sums, $gift, -1);
            self::countAmount($amounts, $gift, -1);
        }
        foreach (array_chunk($written->stored(Subject::Gift), 1000) as $ids) {
            $gifts = $this->reader->giftsOf($ids);
            foreach ($gifts as $gift) {
                self::count($sums, $gift, 1);
                self::countAmount($amounts, $gift, 1);
            }
            $this->keepParts($ids, $gifts);
        }
        $this->add($sums);
        $changed = array_filter($amounts, static fn(array $amount): bool => $amount[4] !== 0 || $amount[5] !== 0);
        $this->bulk->add('gift_amounts', self::AMOUNTS, array_values($changed), ['listed', 'gifts']);
    }

    /**
     * @param  list<int>  $ids
     * @param  array<int, Gift>  $gifts
     */
    private function keepParts(array $ids, array $gifts): void
    {
        $in = implode(',', $ids);
        foreach (['gift_splits', 'gift_credits'] as $table) {
            $this->db->delete("delete from {$table} where gift_id in ({$in})");
        }
        [$splits, $credits] = [[], []];
        foreach ($gifts as $id => $gift) {
            $of = [$gift->date, $gift->currency, $gift->kind, $gift->corrects === null ? 0 : 1];
            foreach (Splits::stored($gift->splits)->parts as $place => $part) {
                $splits[] = [$id, $place, $part->amount, $part->fund, $part->campaign, $part->appeal, ...$of];
            }
            foreach (Credits::stored($gift->credits)->all as $credit) {
                $credits[] = [$id, (int) $credit->supporter, $credit->of($gift->amount)];
            }
        }
        $this->bulk->insert('gift_splits', self::PARTS, $splits);
        $this->bulk->insert('gift_credits', ['gift_id', 'supporter_id', 'amount'], $credits);
    }

    /** @param  array<string, array{list<string|int>, int, int, string}>  $sums  what it is summed under, gifts listed, gifts given, amount */
    private static function count(array &$sums, Gift $gift, int $sign): void
    {
        $under = [
            substr($gift->date, 0, 7),
            $gift->currency,
            $gift->splits === '' ? 0 : 1,
            $gift->kind,
            $gift->fund,
            $gift->campaign,
            $gift->appeal,
        ];
        $key = mb_strtolower(implode("\n", $under));
        [, $listed, $gifts, $amount] = $sums[$key] ?? [$under, 0, 0, '0.00'];
        $sums[$key] = [
            $under,
            $listed + $sign,
            $gifts + ($gift->corrects === null ? $sign : 0),
            Amount::sum([$amount, $sign < 0 ? Amount::negated($gift->amount) : $gift->amount]),
        ];
    }

    /** @param  array<string, array{string, string, string, string, int, int}>  $amounts  month, currency, kind, amount, gifts listed, gifts given */
    private static function countAmount(array &$amounts, Gift $gift, int $sign): void
    {
        $of = [substr($gift->date, 0, 7), $gift->currency, $gift->kind, $gift->amount];
        $key = mb_strtolower(implode("\n", $of));
        [, , , , $listed, $gifts] = $amounts[$key] ?? [...$of, 0, 0];
        $amounts[$key] = [...$of, $listed + $sign, $gifts + ($gift->corrects === null ? $sign : 0)];
    }

    /** @param  array<string, array{list<string|int>, int, int, string}>  $sums */
    private function add(array $sums): void
    {
        $changed = array_filter($sums, static fn(array $sum): bool => $sum[1] !== 0 || $sum[2] !== 0 || !Amount::isZero($sum[3]));
        if ($changed !== []) {
            $this->bulk->add(
                'gift_sums',
                self::SUMS,
                array_map(static fn(array $sum): array => [...$sum[0], $sum[1], $sum[2], $sum[3]], array_values($changed)),
                ['listed', 'gifts', 'amount'],
            );
        }
    }
}
