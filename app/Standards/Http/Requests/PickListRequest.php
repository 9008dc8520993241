<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

final class PickListRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'values' => ['present', 'array', 'max:2000'],
            'values.*.value' => ['required', 'string', 'max:120'],
            'values.*.code' => ['nullable', 'string', 'max:40'],
            'values.*.retired' => ['boolean'],
            'values.*.spellings' => ['array', 'max:100'],
            'values.*.spellings.*' => ['string', 'max:120'],
        ];
    }
}
