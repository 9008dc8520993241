<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

final class PolicyRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:120'], 'policy' => ['required', 'array']];
    }
}
