<?php

declare(strict_types=1);

namespace App\Merging;

use App\Accounts\User;
use App\Duplicates\Claims;
use App\Duplicates\Clusters;
use App\Duplicates\Decisions;
use App\Records\Merge;
use Illuminate\Database\Connection;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Merging\MergePolicy;

/** Clusters of two to be reviewed, by why they are: a few of each to look at, and all of them decided as one. */
final readonly class PairGroups
{
    private const SAMPLE = 5;

    /** Kinds that are shown, about. */
    private const MOST = 100;

    private const AT_ONCE = 50;

    /** Clusters of one pair alone: of more than two, a person looks at each. */
    private const OF_TWO = "select cluster, min(why) why, min(one) one, min(other) other from duplicate_pairs group by cluster having count(*) = 1 and min(certainty) = 'review'";

    public function __construct(private Connection $db, private Claims $claims, private Decisions $decisions, private Merges $merges) {}

    /** @return list<array{why: string, clusters: int, sample: list<list<array{id: int, name: string}>>}> the largest first; of each any, and the same whenever one looks */
    public function all(): array
    {
        $ranked =
            'select why, one, other, count(*) over (partition by why) clusters, row_number() over (partition by why order by crc32(cluster), cluster) place from (' .
            self::OF_TWO .
            ') two';
        $pairs = $this->db->select(
            "select * from ({$ranked}) ranked where place <= " .
                self::SAMPLE .
                ' order by clusters desc, why, place limit ' .
                self::MOST * self::SAMPLE,
        );
        $names = $this->db
            ->table('supporters')
            ->whereIn('id', [...array_column($pairs, 'one'), ...array_column($pairs, 'other')])
            ->pluck('display_name', 'id');
        $groups = [];
        foreach ($pairs as $pair) {
            $groups[$pair->why] ??= ['why' => $pair->why, 'clusters' => $pair->clusters, 'sample' => []];
            $groups[$pair->why]['sample'][] = array_map(static fn(int $id): array => ['id' => $id, 'name' => $names[$id] ?? ''], [
                $pair->one,
                $pair->other,
            ]);
        }

        return array_values($groups);
    }

    public function size(string $why): int
    {
        return (int) $this->db->scalar('select count(*) from (' . self::OF_TWO . ') two where why = ?', [$why]);
    }

    /**
     * Decides the next clusters of a round, for as long as it is given.
     *
     * @return bool whether there are more
     */
    public function decide(DuplicateRound $round, float $seconds): bool
    {
        $until = microtime(true) + $seconds;
        $user = User::query()->find($round->user_id);
        while (true) {
            $left = $round->total - $round->decided - $round->kept;
            $sql =
                'select cluster, one, other from (' .
                self::OF_TWO .
                ') two where why = ? and cluster > ? order by cluster limit ' .
                min($left, self::AT_ONCE);
            $next = $this->db->select($sql, [$round->why, $round->after]);
            foreach ($next as $pair) {
                if (DuplicateRound::query()->whereKey($round->id)->value('state') !== DuplicateRound::WORKING) {
                    // Somebody has changed his mind: another job takes back what is decided.
                    return false;
                }
                // What is decided belongs to its round, whatever breaks off.
                $this->db->transaction(function () use ($round, $pair, $user): void {
                    $isDone =
                        !$this->claims->isOthers($pair->cluster, (int) $round->user_id) &&
                        $this->decideOne($round, $pair->one, $pair->other, $user);
                    $round->update(['after' => $pair->cluster, $isDone ? 'decided' : 'kept' => $round->{$isDone ? 'decided' : 'kept'} + 1]);
                });
                if (microtime(true) > $until) {
                    return true;
                }
            }
            if ($next === []) {
                $this->finish($round, DuplicateRound::WORKING, DuplicateRound::DONE);

                return false;
            }
        }
    }

    /** Unless somebody has changed his mind meanwhile. */
    private function finish(DuplicateRound $round, string $from, string $to): void
    {
        DuplicateRound::query()
            ->whereKey($round->id)
            ->where('state', $from)
            ->update(['state' => $to]);
    }

    private function decideOne(DuplicateRound $round, int $one, int $other, ?User $user): bool
    {
        if (!$round->is_same) {
            foreach ($this->decisions->notTheSame([$one, $other], $user?->id) as [$a, $b]) {
                $this->db
                    ->table('pair_decisions')
                    ->where('one', $a)
                    ->where('other', $b)
                    ->update(['round_id' => $round->id]);
            }

            return true;
        }
        try {
            $this->merges
                ->merge([$one, $other], new MergePolicy(), null, [], $user)
                ->forceFill(['round_id' => $round->id])
                ->save();
        } catch (CannotMerge) {
            return false;
        }

        return true;
    }

    /**
     * Takes back the next decisions of a round, for as long as it is given.
     *
     * @return bool whether there are more
     */
    public function takeBack(DuplicateRound $round, float $seconds): bool
    {
        $until = microtime(true) + $seconds;
        $user = User::query()->find($round->user_id);
        do {
            if (!($round->is_same ? $this->takeApart($round, $user) : $this->withdraw($round))) {
                $this->finish($round, DuplicateRound::TAKING_BACK, DuplicateRound::TAKEN_BACK);

                return false;
            }
        } while (microtime(true) < $until);

        return true;
    }

    private function takeApart(DuplicateRound $round, ?User $user): bool
    {
        $merge = Merge::query()->where('round_id', $round->id)->whereNull('undone_at')->orderByDesc('id')->first();
        if ($merge === null) {
            return false;
        }
        try {
            $this->merges->apart($merge, [], $user);
            $round->update(['decided' => $round->decided - 1]);
        } catch (CannotMerge) {
            // It stays, and is told.
            $merge->forceFill(['round_id' => null])->save();
            $round->update(['kept' => $round->kept + 1]);
        }

        return true;
    }

    private function withdraw(DuplicateRound $round): bool
    {
        $pair = $this->db
            ->table('pair_decisions')
            ->where('round_id', $round->id)
            ->orderBy('one')
            ->orderBy('other')
            ->first(['one', 'other']);
        if ($pair === null) {
            return false;
        }
        $this->decisions->withdraw($pair->one, $pair->other);
        $round->update(['decided' => $round->decided - 1]);

        return true;
    }
}
