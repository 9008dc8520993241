<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Intake;
use App\Support\Http\GuardedRequest;

/** What whoever brings files in may ask for. */
abstract class BringsIn extends GuardedRequest
{
    protected function needs(): array
    {
        return ['create', Intake::class];
    }
}
