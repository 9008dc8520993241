<?php

declare(strict_types=1);

namespace App\Notices;

use App\Records\FollowsWrites;
use App\Records\Written;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;

/**
 * Tells other systems that records have changed. A notice says which supporters and what was done, never a value: who wants those asks for them.
 * Notices are kept in the transaction that writes the records, so that none is lost and none tells of what did not happen.
 *
 * @phpstan-type NoticeRow array{
 *     id: int, name: string, event: string, body: string, tries: int, state: string, answer: ?string, created_at: string,
 *     done_at: ?string,
 * }
 */
final readonly class Notices implements FollowsWrites
{
    /** Supporters that one notice names. */
    private const MOST = 1000;

    private const LISTED = 100;

    /** @return array<int, array<string, int>> place to tell to how many notices are in each state */
    public function counts(): array
    {
        $counts = [];
        $rows = DB::table('deliveries')->groupBy('webhook_id', 'state')->selectRaw('webhook_id, state, count(*) as n')->get();
        foreach ($rows as $row) {
            $counts[(int) $row->webhook_id][$row->state] = (int) $row->n;
        }

        return $counts;
    }

    /** @return list<NoticeRow> */
    public function latest(): array
    {
        $rows = DB::table('deliveries as d')
            ->join('webhooks as w', 'w.id', '=', 'd.webhook_id')
            ->orderByDesc('d.id')
            ->limit(self::LISTED)
            ->get(['d.id', 'w.name', 'd.event', 'd.body', 'd.tries', 'd.state', 'd.answer', 'd.created_at', 'd.done_at']);

        /** @var list<NoticeRow> */
        return array_map(static fn(\stdClass $row): array => (array) $row, array_values($rows->all()));
    }

    /** What waits for a place that is told no more. */
    public function forget(int $webhook): void
    {
        DB::table('deliveries')->where('webhook_id', $webhook)->delete();
    }

    public function follow(Written $written): void
    {
        $supporters = $written->supporters();
        if ($written->act->is_quiet || $supporters === []) {
            return;
        }
        $hooks = Lists::ints(Webhook::query()->where('is_active', true)->pluck('id'));
        if ($hooks === []) {
            return;
        }
        $rows = [];
        foreach (array_chunk($supporters, self::MOST, true) as $chunk) {
            $body = json_encode(
                [
                    'type' => 'supporters.changed',
                    'timestamp' => now()->toIso8601String(),
                    'data' => [
                        'cause' => $written->act->kind->value,
                        'intake' => $written->act->intake_id,
                        'supporters' => array_map(
                            static fn(int $id, string $change): array => ['id' => $id, 'change' => $change],
                            array_keys($chunk),
                            $chunk,
                        ),
                    ],
                ],
                JSON_THROW_ON_ERROR,
            );
            foreach ($hooks as $hook) {
                $rows[] = [
                    'webhook_id' => $hook,
                    'event' => 'supporters.changed',
                    'body' => $body,
                    'created_at' => now()->format('Y-m-d H:i:s.v'),
                ];
            }
        }
        DB::table('deliveries')->insert($rows);
        DB::afterCommit(static fn() => DeliverNotices::dispatch());
    }
}
