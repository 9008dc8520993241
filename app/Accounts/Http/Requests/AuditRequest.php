<?php

declare(strict_types=1);

namespace App\Accounts\Http\Requests;

use App\Accounts\Audit;
use Illuminate\Validation\Rule;

final class AuditRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['kind' => ['nullable', Rule::in(Audit::KINDS)], 'before' => ['nullable', 'integer']];
    }
}
