<?php

declare(strict_types=1);

namespace App\Accounting;

use App\Installation\UnderWay;

final readonly class TakingsUnderWay implements UnderWay
{
    public function now(): ?string
    {
        return Taking::query()->where('state', 'working')->exists() ? 'A journal is being taken for accounting.' : null;
    }

    public function settle(string $said): void
    {
        // It goes on where it was: what is taken is taken gift by gift.
        foreach (Taking::query()->where('state', 'working')->pluck('id') as $id) {
            RunTaking::dispatch((int) $id);
        }
    }
}
