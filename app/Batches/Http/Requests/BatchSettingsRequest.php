<?php

declare(strict_types=1);

namespace App\Batches\Http\Requests;

use App\Accounts\Http\Requests\AdministratorRequest;

/** What the organization asks of its batches. */
final class BatchSettingsRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['by_another' => ['required', 'boolean']];
    }
}
