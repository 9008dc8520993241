<?php

declare(strict_types=1);

namespace App\Matching;

use App\Standards\StandardsChanged;

/** Keys are made of values as the standards read them. */
final readonly class FollowStandards
{
    public function handle(StandardsChanged $event): void
    {
        if (app(RuleSets::class)->isOutdated()) {
            TakeOverRules::dispatch();
        }
    }
}
