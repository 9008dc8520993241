<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;

/** Long work that is done for a slice of time and hands over, so that other long work gets its turn. What was cut off goes on where it was. */
abstract class InSlices implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    private const WAIT_SECONDS = 20;

    public int $tries = 0;

    public int $maxExceptions = 3;

    public int $timeout = 3600;

    public function __construct(protected readonly int $id)
    {
        $this->onQueue('long');
    }

    /**
     * @param  string  $lock  what only one worker may be at
     * @param  callable(): bool  $step  does some of it, and tells whether there is more
     */
    protected function work(string $lock, ?User $user, callable $step): void
    {
        // Another worker is at it; should that one be lost, this one goes on.
        if ((int) DB::scalar('select get_lock(?, 0)', [$lock]) !== 1) {
            $this->release(self::WAIT_SECONDS);

            return;
        }
        try {
            $isMore = OnBehalf::of($user, static function () use ($step): bool {
                $until = microtime(true) + (float) config('sieve.slice_seconds');
                do {
                    $isMore = $step();
                } while ($isMore && microtime(true) < $until);

                return $isMore;
            });
        } finally {
            DB::scalar('select release_lock(?)', [$lock]);
        }
        if ($isMore) {
            static::dispatch($this->id);
        }
    }
}
