<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Database\Connection;
use Illuminate\Support\Collection;

/**
 * Where people are signed in.
 *
 * @phpstan-type SessionRow array{key: string, name: string, mine: bool, here: bool, address: ?string, with: string, seen_at: string}
 */
final readonly class Sessions
{
    private const MOST = 500;

    public function __construct(private Connection $db) {}

    /** @return Collection<int, \stdClass> user id to {n, seen}: how many, and the latest sign of life (Unix time) */
    public function counts(): Collection
    {
        return $this->db
            ->table('sessions')
            ->whereNotNull('user_id')
            ->groupBy('user_id')
            ->selectRaw('user_id, count(*) as n, max(last_activity) as seen')
            ->get()
            ->keyBy('user_id');
    }

    /**
     * Those that someone may know of: the own ones, and an administrator all.
     *
     * @param  string  $here  id of the session that asks
     * @return list<SessionRow>
     */
    public function visible(User $user, string $here): array
    {
        $rows = $this->db
            ->table('sessions as s')
            ->join('users as u', 'u.id', '=', 's.user_id')
            ->when(!$user->mayAdminister(), static fn($query) => $query->where('s.user_id', $user->id))
            ->orderByDesc('s.last_activity')
            ->limit(self::MOST)
            ->get(['s.id', 'u.name', 's.user_id', 's.ip_address', 's.user_agent', 's.last_activity']);

        // The id of a session is the key to it: it never leaves the server.
        return array_map(
            static fn(\stdClass $session): array => [
                'key' => hash('sha256', $session->id),
                'name' => $session->name,
                'mine' => $session->user_id === $user->id,
                'here' => $session->id === $here,
                'address' => $session->ip_address,
                'with' => mb_substr((string) $session->user_agent, 0, 120),
                'seen_at' => date(DATE_ATOM, $session->last_activity),
            ],
            array_values($rows->all()),
        );
    }

    /**
     * @param  string  $key  as the list tells it
     * @return ?array{id: string, user_id: int} null if it has ended
     */
    public function find(string $key): ?array
    {
        $session = $this->db
            ->table('sessions')
            ->whereNotNull('user_id')
            ->whereRaw('sha2(id, 256) = ?', [$key])
            ->first();

        return $session === null ? null : ['id' => (string) $session->id, 'user_id' => (int) $session->user_id];
    }

    public function end(string $id): void
    {
        $this->db->table('sessions')->where('id', $id)->delete();
    }

    /** @param  string  $but  id of the one that stays, if any */
    public function endAllOf(User $user, string $but = ''): void
    {
        $this->db->table('sessions')->where('user_id', $user->id)->where('id', '<>', $but)->delete();
    }
}
