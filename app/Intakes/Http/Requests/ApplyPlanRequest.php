<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class ApplyPlanRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'exists:column_plans,name']];
    }
}
