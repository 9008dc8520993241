<?php

declare(strict_types=1);

namespace App\Today;

use App\Installation\UnderWay;
use App\Matching\RulesInUse;
use App\Matching\TakeOverRules;
use App\Notices\DeliverNotices;
use App\Standards\CheckRules;

/** What has no person to ask for it again begins again. */
final readonly class JobsBegunAgain implements UnderWay
{
    public function now(): ?string
    {
        return null;
    }

    public function settle(string $said): void
    {
        CheckRules::dispatch();
        if (RulesInUse::query()->exists()) {
            TakeOverRules::dispatch();
        }
        DeliverNotices::dispatch();
    }
}
