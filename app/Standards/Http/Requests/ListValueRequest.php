<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

final class ListValueRequest extends NewStandardRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['value' => ['required', 'string', 'max:120'], 'means' => ['nullable', 'string', 'max:120']];
    }
}
