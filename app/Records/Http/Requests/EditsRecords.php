<?php

declare(strict_types=1);

namespace App\Records\Http\Requests;

use App\Support\Http\GuardedRequest;

/** What whoever may change records may ask for. */
abstract class EditsRecords extends GuardedRequest
{
    protected function needs(): array
    {
        return ['edit-records'];
    }
}
