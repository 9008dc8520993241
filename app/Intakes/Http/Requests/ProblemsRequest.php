<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;

final class ProblemsRequest extends ViewsIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'code' => ['required', 'string'],
            'field' => ['required', 'string'],
            'column' => ['nullable', 'integer'],
            'warned' => ['nullable', Rule::in(['1'])],
        ];
    }
}
