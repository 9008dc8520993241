<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

use App\Support\Http\GuardedRequest;

/** What whoever may check addresses may ask for. */
abstract class ChecksAddresses extends GuardedRequest
{
    protected function needs(): array
    {
        return ['check-addresses'];
    }
}
