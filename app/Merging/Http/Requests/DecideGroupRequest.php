<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use Illuminate\Validation\Rule;

final class DecideGroupRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'why' => ['present', 'string', 'max:190'],
            'to' => ['required', Rule::in(['same', 'apart'])],
            'total' => ['required', 'integer', 'min:1'],
        ];
    }
}
