<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;

final class DecisionRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::in(['cell', 'value', 'row', 'match', 'address', 'pass'])],
            'number' => [
                'required_unless:kind,value,address',
                'nullable',
                'integer',
                Rule::exists('intake_rows', 'number')->where('intake_id', $this->intake()->id),
            ],
            'column' => [
                'required_if:kind,cell,value',
                'nullable',
                'integer',
                'min:0',
                'max:' . max(0, count($this->intake()->columnPlan()->choices) - 1),
            ],
            'from' => ['required_if:kind,value', 'nullable', 'string', 'max:5000'],
            'to' => ['present', 'nullable', 'string', 'max:5000'],
        ];
    }
}
