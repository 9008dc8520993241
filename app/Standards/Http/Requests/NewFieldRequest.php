<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Standards\FieldType;

final class NewFieldRequest extends NewStandardRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'label' => ['required', 'string', 'max:120'],
            'group' => ['nullable', 'string', 'max:60'],
            'type' => ['required', Rule::in(array_column(FieldType::CUSTOM, 'value'))],
            'options' => [
                'array',
                'max:500',
                Rule::requiredIf(in_array($this->input('type'), [FieldType::Choice->value, FieldType::Choices->value], true)),
            ],
            'options.*' => ['string', 'distinct:ignore_case', 'max:120'],
            'required' => ['boolean'],
        ];
    }
}
