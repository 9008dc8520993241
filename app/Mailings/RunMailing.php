<?php

declare(strict_types=1);

namespace App\Mailings;

use App\Accounts\InSlices;
use App\Support\PlainWords;
use Throwable;

/** Gathers a mailing. */
final class RunMailing extends InSlices
{
    public function handle(Gathering $gathering): void
    {
        $mailing = Mailing::query()->find($this->id);
        if ($mailing?->state === 'working') {
            $this->work("mailing {$mailing->id}", $mailing->user, static fn(): bool => $gathering->step($mailing));
        }
    }

    public function failed(Throwable $error): void
    {
        report($error);
        Mailing::query()
            ->find($this->id)
            ?->fill(['state' => 'failed', 'error' => mb_substr(PlainWords::of($error), 0, 500)])
            ->save();
    }
}
