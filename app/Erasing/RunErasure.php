<?php

declare(strict_types=1);

namespace App\Erasing;

use App\Accounts\Message;
use App\Accounts\OnBehalf;
use App\Support\PlainWords;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Throwable;

/** Erases someone; cut off, it goes on where it was. */
final class RunErasure implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 3;

    public int $timeout = 3600;

    public function __construct(private readonly int $erasure)
    {
        $this->onQueue('long');
    }

    public function handle(Erasing $erasing, Copies $copies): void
    {
        $erasure = Erasure::query()->with('user')->find($this->erasure);
        if ($erasure === null || $erasure->state === 'done') {
            return;
        }
        OnBehalf::of($erasure->user, static function () use ($erasure, $erasing, $copies): void {
            if ($erasure->act_id === null) {
                $erasing->write($erasure);
            }
            $copies->purge($erasure);
        });
    }

    public function failed(Throwable $error): void
    {
        report($error);
        $erasure = Erasure::query()->find($this->erasure);
        $erasure?->update(['state' => 'failed', 'error' => mb_substr(PlainWords::of($error), 0, 500)]);
        Message::to($erasure?->user_id, 'stopped', 'Erasing someone stopped before its end. Their page says how far it came.');
    }
}
