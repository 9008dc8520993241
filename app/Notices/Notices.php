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
 */
final readonly class Notices implements FollowsWrites
{
    /** Supporters that one notice names. */
    private const MOST = 1000;

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
