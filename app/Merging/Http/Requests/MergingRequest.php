<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use App\Support\Http\GuardedRequest;

/** What whoever may merge may ask for. */
abstract class MergingRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['merge'];
    }
}
