<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use App\Duplicates\DuplicateSearch;
use Illuminate\Validation\Rule;

final class SearchRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['sometimes', Rule::in(['all', 'group', 'search', 'ids', DuplicateSearch::CHANGED])],
            'group' => ['required_if:kind,group', 'string', 'max:120'],
            'search' => ['required_if:kind,search', 'integer', 'exists:saved_searches,id'],
            'ids' => ['required_if:kind,ids', 'array', 'min:1', 'max:100000'],
            'ids.*' => ['integer', 'min:1'],
        ];
    }
}
