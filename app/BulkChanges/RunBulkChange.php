<?php

declare(strict_types=1);

namespace App\BulkChanges;

use App\Accounts\InSlices;
use App\Accounts\Message;
use App\Support\PlainWords;
use Throwable;

/** Plans or writes a change of many. */
final class RunBulkChange extends InSlices
{
    public function handle(Planning $planning, Writing $writing): void
    {
        $change = BulkChange::query()->find($this->id);
        if ($change?->state->isWorking() !== true) {
            return;
        }
        $this->work("bulk {$change->id}", $change->user, static function () use ($change, $planning, $writing): bool {
            $change->state === BulkState::Writing ? $writing->step($change) : $planning->step($change);

            return $change->state->isWorking();
        });
    }

    public function failed(Throwable $error): void
    {
        report($error);
        $change = BulkChange::query()->find($this->id);
        if ($change !== null) {
            app(Writing::class)->stop($change, mb_substr(PlainWords::of($error), 0, 500));
            Message::to($change->user_id, 'stopped', 'A change of many records stopped. What was written can be undone.');
        }
    }
}
