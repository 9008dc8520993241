<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use App\Standards\CustomField;
use App\Support\Http\GuardedRequest;

/** Changes a standard that is there. */
abstract class StandardsRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['update', CustomField::class];
    }
}
