<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\InSlices;
use App\Accounts\Message;
use App\Support\PlainWords;
use Throwable;

/** Works on a check for a slice of time and hands over, so that other long work gets its turn. What was cut off goes on where it was. */
final class RunCheck extends InSlices
{
    public function handle(CheckWork $work): void
    {
        $check = AddressCheck::query()->find($this->id);
        if ($check?->state->isWorking() === true) {
            // A search finds what whoever asked may see.
            $this->work("check {$check->id}", $check->user, static fn(): bool => $work->step($check));
        }
    }

    public function failed(Throwable $error): void
    {
        report($error);
        $check = AddressCheck::query()->find($this->id);
        if ($check?->state === CheckState::Writing) {
            app(ApplyCheck::class)->stop($check, PlainWords::of($error));
            Message::to($check->user_id, 'stopped', "Writing the addresses of \"{$check->name}\" stopped. What was written can be undone.");
        } elseif ($check !== null) {
            $check->fill(['state' => CheckState::Failed, 'error' => PlainWords::of($error), 'ended_at' => now()])->save();
            Message::to($check->user_id, 'stopped', "The work on the addresses of \"{$check->name}\" stopped. It can be begun again.");
        }
    }
}
