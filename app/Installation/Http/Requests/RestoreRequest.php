<?php

declare(strict_types=1);

namespace App\Installation\Http\Requests;

use App\Accounts\Http\Requests\AdministratorRequest;

final class RestoreRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['confirm' => ['required', 'string']];
    }
}
