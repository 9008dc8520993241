<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

final class MergeValuesRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'from' => ['required', 'string', 'max:190', 'different:to'],
            'to' => ['required', 'string', 'max:190'],
            'keep_spelling' => ['boolean'],
        ];
    }
}
