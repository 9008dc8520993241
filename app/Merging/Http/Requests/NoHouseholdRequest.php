<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use App\Merging\Merges;

final class NoHouseholdRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'supporters' => ['required', 'array', 'min:2', 'max:' . Merges::MOST],
            'supporters.*' => ['integer', 'distinct'],
            'act' => ['present', 'nullable', 'integer', 'min:1'],
            'said' => ['present', 'array', 'max:200'],
            'said.*' => ['array', 'size:2'],
            'said.*.*' => ['integer', 'in_array:supporters.*'],
        ];
    }
}
