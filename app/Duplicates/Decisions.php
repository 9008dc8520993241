<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Records\Merge;
use App\Support\Lists;
use Illuminate\Database\Connection;

/**
 * What people said of pairs: that they are not the same. It is remembered for good, and can be withdrawn.
 *
 * @phpstan-type SaidPair array{one: int, other: int, one_name: string, other_name: string, at: string, by: ?string}
 */
final readonly class Decisions
{
    public function __construct(
        private Connection $db,
        private DuplicateList $list,
        private SharedHomes $homes,
        private Neighbors $neighbors,
    ) {}

    /**
     * @param  list<int>  $supporters  each with each
     * @param  bool  $ofHomes  only of those who are listed as living together: of the others nothing is said yet
     * @return list<array{int, int}> the pairs of whom it had not been said before
     */
    public function notTheSame(array $supporters, ?int $userId, bool $ofHomes = false): array
    {
        return $this->db->transaction(function () use ($supporters, $userId, $ofHomes): array {
            $lists = [$this->list, $this->homes->list];
            $clusters = array_map(static fn(DuplicateList $list): array => $list->clustersOf($supporters), $lists);
            $said = [];
            foreach ($ofHomes ? $this->homes->list->pairsAmong($supporters) : self::eachWithEach($supporters) as [$one, $other]) {
                if (
                    $this->db->table('pair_decisions')->insertOrIgnore([
                        'one' => $one,
                        'other' => $other,
                        'user_id' => $userId,
                        'at' => now()->format('Y-m-d H:i:s.v'),
                    ]) === 1
                ) {
                    $said[] = [$one, $other];
                }
                array_map(static fn(DuplicateList $list) => $list->dropPair($one, $other), $lists);
            }
            foreach ($lists as $i => $list) {
                $list->regroup($clusters[$i]);
            }

            return $said;
        });
    }

    /**
     * @param  list<int>  $supporters
     * @return list<array{int, int}>
     */
    private static function eachWithEach(array $supporters): array
    {
        sort($supporters);
        $pairs = [];
        foreach ($supporters as $i => $other) {
            foreach (array_slice($supporters, 0, $i) as $one) {
                $pairs[] = [$one, $other];
            }
        }

        return $pairs;
    }

    /** @return bool whether anything was said of the pair */
    public function withdraw(int $one, int $other): bool
    {
        $isWithdrawn = $this->db->table('pair_decisions')->where('one', min($one, $other))->where('other', max($one, $other))->delete() > 0;
        if ($isWithdrawn) {
            $this->neighbors->lookAgain([$one, $other]);
        }

        return $isWithdrawn;
    }

    /** Who is not the same as someone is not the same as the one that he became part of either, unless it is that one. */
    public function inherit(Merge $merge): void
    {
        $gone = $merge->goneIds();
        $all = [$merge->survivor_id, ...$gone];
        foreach (
            $this->db
                ->table('pair_decisions')
                ->whereIn('one', $gone)
                ->orWhereIn('other', $gone)
                ->get(['one', 'other', 'user_id', 'at'])
            as $said
        ) {
            $stranger = in_array($said->one, $gone, true) ? $said->other : $said->one;
            if (!in_array($stranger, $all, true)) {
                $this->db->table('pair_decisions')->insertOrIgnore([
                    'one' => min($stranger, $merge->survivor_id),
                    'other' => max($stranger, $merge->survivor_id),
                    'user_id' => $said->user_id,
                    'at' => $said->at,
                    'merge_id' => $merge->id,
                ]);
            }
        }
    }

    /** Takes back what was inherited by a merge that is taken apart. */
    public function disinherit(Merge $merge): void
    {
        $this->db->table('pair_decisions')->where('merge_id', $merge->id)->delete();
    }

    /** @return list<SaidPair> the latest first */
    public function latest(int $most): array
    {
        $rows = $this->db
            ->table('pair_decisions as d')
            ->join('supporters as a', 'a.id', '=', 'd.one')
            ->join('supporters as b', 'b.id', '=', 'd.other')
            ->leftJoin('users as u', 'u.id', '=', 'd.user_id')
            ->orderByDesc('d.at')
            ->limit($most)
            ->get(['d.one', 'd.other', 'a.display_name as one_name', 'b.display_name as other_name', 'd.at', 'u.name as by']);

        return Lists::of(
            $rows->map(
                static fn(\stdClass $row): array => [
                    'one' => (int) $row->one,
                    'other' => (int) $row->other,
                    'one_name' => (string) $row->one_name,
                    'other_name' => (string) $row->other_name,
                    'at' => (string) $row->at,
                    'by' => $row->by,
                ],
            ),
        );
    }
}
