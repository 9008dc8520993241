<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use Illuminate\Validation\Rule;

final class DuplicatesRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'show' => ['nullable', Rule::in(['certain', 'review', 'homes'])],
            'page' => ['nullable', 'integer', 'min:1'],
        ];
    }
}
