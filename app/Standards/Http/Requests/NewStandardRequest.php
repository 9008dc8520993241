<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use App\Standards\CustomField;
use App\Support\Http\GuardedRequest;

/** Adds to the standards. */
abstract class NewStandardRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['create', CustomField::class];
    }
}
