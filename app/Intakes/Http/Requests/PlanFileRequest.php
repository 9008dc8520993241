<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class PlanFileRequest extends SavesPlans
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['content' => ['required', 'string', 'max:5000000'], 'name' => ['nullable', 'string', 'max:120']];
    }
}
