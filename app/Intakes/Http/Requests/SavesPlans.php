<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Plans\SavedPlan;
use App\Support\Http\GuardedRequest;

/** Keeps a plan for later files. */
abstract class SavesPlans extends GuardedRequest
{
    protected function needs(): array
    {
        return ['create', SavedPlan::class];
    }
}
