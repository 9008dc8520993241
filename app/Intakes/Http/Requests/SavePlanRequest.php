<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class SavePlanRequest extends SavesPlans
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:120']];
    }
}
