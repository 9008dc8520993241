<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Intake;
use App\Support\Http\GuardedRequest;

/** Looks at rows of all intakes. */
abstract class ViewsRows extends GuardedRequest
{
    protected function needs(): array
    {
        return ['viewRows', Intake::class];
    }
}
