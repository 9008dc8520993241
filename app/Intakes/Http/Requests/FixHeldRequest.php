<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class FixHeldRequest extends BringsIn
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'intake_id' => ['required', 'integer'],
            'number' => ['required', 'integer'],
            'column' => ['required', 'integer', 'min:0', 'max:2000'],
            'from' => ['present', 'nullable', 'string', 'max:5000'],
            'value' => ['present', 'nullable', 'string', 'max:5000'],
            'all' => ['boolean'],
        ];
    }
}
