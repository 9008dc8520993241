<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Installation\UnderWay;

final readonly class ChecksUnderWay implements UnderWay
{
    private const AT_WORK = [CheckState::Waiting, CheckState::Reading, CheckState::Asking, CheckState::Settling, CheckState::Writing];

    public function now(): ?string
    {
        $check = AddressCheck::query()->whereIn('state', self::AT_WORK)->first();

        return $check === null ? null : "The addresses of \"{$check->name}\" are being checked.";
    }

    public function settle(string $said): void
    {
        AddressCheck::query()
            ->whereIn('state', self::AT_WORK)
            ->update(['state' => CheckState::Failed, 'error' => "{$said} Begin again if you need it.", 'ended_at' => now()]);
    }
}
