<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class LeaveOutRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['code' => ['required', 'string'], 'field' => ['required', 'string']];
    }
}
