<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;

final class PlanRequest extends SavesPlans
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['sometimes', 'string', 'max:120', Rule::unique('column_plans', 'name')->ignore($this->route('plan'))],
            'content' => ['sometimes', 'string', 'max:5000000'],
        ];
    }
}
