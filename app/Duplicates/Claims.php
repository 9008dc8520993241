<?php

declare(strict_types=1);

namespace App\Duplicates;

use Illuminate\Database\Connection;

/** Who looks at which cluster just now, so that nobody else decides on it. */
final readonly class Claims
{
    public function __construct(private Connection $db) {}

    /**
     * Says that someone looks at a cluster now, for as long as is told; nothing is changed if another does.
     *
     * @return ?string name of who looks at it already
     */
    public function claim(int $cluster, int $userId, int $seconds): ?string
    {
        $now = now()->format('Y-m-d H:i:s.v');
        $until = now()->addSeconds($seconds)->format('Y-m-d H:i:s.v');
        $this->db->transaction(function () use ($cluster, $userId, $now, $until): void {
            $this->db->table('duplicate_claims')->where('user_id', $userId)->orWhere('until', '<', $now)->delete();
            $this->db->table('duplicate_claims')->insertOrIgnore(['cluster' => $cluster, 'user_id' => $userId, 'until' => $until]);
        });

        return $this->others([$cluster], $userId)[$cluster] ?? null;
    }

    /** Whether someone else has it open, and so decides on it. */
    public function isOthers(int $cluster, int $userId): bool
    {
        return $this->others([$cluster], $userId) !== [];
    }

    /**
     * @param  list<int>  $clusters
     * @return array<int, string> cluster to who looks at it, where that is someone else
     */
    public function others(array $clusters, int $userId): array
    {
        return $this->db
            ->table('duplicate_claims as c')
            ->join('users as u', 'u.id', '=', 'c.user_id')
            ->whereIn('c.cluster', $clusters)
            ->where('c.user_id', '<>', $userId)
            ->where('c.until', '>=', now()->format('Y-m-d H:i:s.v'))
            ->pluck('u.name', 'c.cluster')
            ->all();
    }
}
