<?php

declare(strict_types=1);

namespace App\Connections;

/** Pulls by itself what is due; not while the last pull of a connection is still under way. */
final class PullSchedule
{
    /** Minutes after which a pull that says nothing any more was cut off for good. */
    private const LONGEST = 90;

    public function run(): void
    {
        Pull::query()
            ->where('state', 'fetching')
            ->where('created_at', '<', now()->subMinutes(self::LONGEST))
            ->update(['state' => 'failed', 'error' => 'It was cut off. Nothing of it was brought in.', 'ended_at' => now()]);
        $due = Connection::query()->with('user')->where('every', '>', 0)->where('next_at', '<=', now())->get();
        foreach ($due as $connection) {
            if (Pull::query()->where('connection_id', $connection->id)->where('state', 'fetching')->exists()) {
                continue;
            }
            if ($connection->user?->mayLoad() !== true) {
                $connection->failed('Whoever set it up may not bring data in any more. Somebody else has to save it.');

                continue;
            }
            // Failing or not, it is not due again before this one has ended.
            $connection->update(['next_at' => now()->addMinutes($connection->every)]);
            $pull = Pull::begin($connection, null, null, $connection->loads, $connection->user_id);
            RunPull::dispatch($pull->id);
        }
    }
}
