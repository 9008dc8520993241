<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\Message;
use App\Support\PlainWords;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Throwable;

/** Works on a check for a slice of time and hands over, so that other long work gets its turn. What was cut off goes on where it was. */
final class RunCheck implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 0;

    public int $maxExceptions = 3;

    public int $timeout = 3600;

    public function __construct(private readonly int $check)
    {
        $this->onQueue('long');
    }

    public function handle(CheckWork $work): void
    {
        $check = AddressCheck::query()->find($this->check);
        if ($check === null || !$check->state->isWorking()) {
            return;
        }
        // Another worker is at it; should that one be lost, this one goes on.
        if ((int) DB::scalar('select get_lock(?, 0)', ["check {$check->id}"]) !== 1) {
            $this->release(20);

            return;
        }
        $isAlone = Auth::user() === null;
        try {
            // A search finds what whoever asked may see.
            if ($isAlone && $check->user !== null) {
                Auth::setUser($check->user);
            }
            $until = microtime(true) + (float) config('sieve.slice_seconds');
            do {
                $isMore = $work->step($check);
            } while ($isMore && microtime(true) < $until);
        } finally {
            $isAlone && Auth::hasUser() ? Auth::forgetUser() : null;
            DB::scalar('select release_lock(?)', ["check {$check->id}"]);
        }
        if ($isMore) {
            self::dispatch($this->check);
        }
    }

    public function failed(Throwable $error): void
    {
        report($error);
        $check = AddressCheck::query()->find($this->check);
        if ($check?->state === CheckState::Writing) {
            app(ApplyCheck::class)->stop($check, PlainWords::of($error));
            Message::to($check->user_id, 'stopped', "Writing the addresses of \"{$check->name}\" stopped. What was written can be undone.");
        } elseif ($check !== null) {
            $check->fill(['state' => CheckState::Failed, 'error' => PlainWords::of($error), 'ended_at' => now()])->save();
            Message::to($check->user_id, 'stopped', "The work on the addresses of \"{$check->name}\" stopped. It can be begun again.");
        }
    }
}
