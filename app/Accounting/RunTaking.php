<?php

declare(strict_types=1);

namespace App\Accounting;

use App\Accounts\InSlices;
use App\Support\PlainWords;
use Throwable;

/** Takes a journal for accounting. */
final class RunTaking extends InSlices
{
    public function handle(Ledger $ledger): void
    {
        $taking = Taking::query()->find($this->id);
        if ($taking?->state === 'working') {
            $this->work("taking {$taking->id}", $taking->user, static fn(): bool => $ledger->step($taking));
        }
    }

    public function failed(Throwable $error): void
    {
        report($error);
        Taking::query()
            ->whereKey($this->id)
            ->update(['state' => 'failed', 'error' => mb_substr(PlainWords::of($error), 0, 500)]);
    }
}
