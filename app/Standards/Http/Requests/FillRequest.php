<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

final class FillRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'value' => ['required', 'string', 'max:500'],
            'records' => ['nullable', 'array', 'max:1000'],
            'records.*' => ['string', 'regex:/^\d{1,12}:\d{1,12}$/'],
        ];
    }
}
