<?php

declare(strict_types=1);

namespace App\Rereading;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;

/** Reads all source rows that are in by today's rules, beside everything else. */
final class ReadAgain implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    private const LOCK = 'read again';

    public int $timeout = 7200;

    public function __construct(private readonly int $reread)
    {
        $this->onQueue('long');
    }

    /** Begins one; null if one is under way. */
    public static function begin(?int $userId = null): ?Reread
    {
        if (Reread::underWay() !== null) {
            return null;
        }
        $reread = Reread::query()
            ->create(['state' => 'waiting', 'user_id' => $userId])
            ->refresh();
        self::dispatch($reread->id);

        return $reread;
    }

    public function handle(Rereadings $rereadings): void
    {
        $reread = Reread::query()->find($this->reread);
        if ($reread === null || !in_array($reread->state, ['waiting', 'reading'], true)) {
            return;
        }
        // One that was broken off begins again; one that another worker is at is left to it.
        if ((int) DB::scalar('select get_lock(?, 0)', [self::LOCK]) !== 1) {
            $this->release(20);

            return;
        }
        try {
            $rereadings->look($reread);
        } catch (\Throwable $error) {
            report($error);
            $reread->update([
                'state' => 'failed',
                'error' => 'Reading again stopped. What was found so far is listed; look again later.',
                'ended_at' => now(),
            ]);
        } finally {
            DB::scalar('select release_lock(?)', [self::LOCK]);
        }
    }
}
