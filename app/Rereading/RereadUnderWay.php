<?php

declare(strict_types=1);

namespace App\Rereading;

use App\Installation\UnderWay;

final readonly class RereadUnderWay implements UnderWay
{
    /** It writes no records: what it found is found again. */
    public function now(): ?string
    {
        return null;
    }

    public function settle(string $said): void
    {
        Reread::query()
            ->whereIn('state', ['waiting', 'reading'])
            ->update(['state' => 'failed', 'error' => "{$said} Read again if you need it.", 'ended_at' => now()]);
    }
}
