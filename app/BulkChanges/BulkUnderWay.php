<?php

declare(strict_types=1);

namespace App\BulkChanges;

use App\Installation\UnderWay;

final readonly class BulkUnderWay implements UnderWay
{
    private const AT_WORK = [BulkState::Planning, BulkState::Writing];

    public function now(): ?string
    {
        return BulkChange::query()->whereIn('state', self::AT_WORK)->exists() ? 'Many records are being changed at once.' : null;
    }

    public function settle(string $said): void
    {
        BulkChange::query()
            ->whereIn('state', self::AT_WORK)
            ->update(['state' => BulkState::Failed, 'error' => "{$said} Begin again if you need it.", 'ended_at' => now()]);
    }
}
