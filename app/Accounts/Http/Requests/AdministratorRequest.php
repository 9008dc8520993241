<?php

declare(strict_types=1);

namespace App\Accounts\Http\Requests;

use App\Support\Http\GuardedRequest;

/** What administrators alone may ask for. */
abstract class AdministratorRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['administer'];
    }
}
