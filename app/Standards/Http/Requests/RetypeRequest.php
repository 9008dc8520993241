<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Standards\FieldType;

final class RetypeRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'type' => ['required', Rule::in(array_column(FieldType::CUSTOM, 'value'))],
            'options' => ['array', 'max:500'],
            'options.*' => ['string', 'distinct:ignore_case', 'max:120'],
            'convert' => ['boolean'],
        ];
    }
}
