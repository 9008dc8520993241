<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;

final class DecideGroupRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['why' => ['present', 'string', 'max:190'], 'to' => ['required', Rule::in(['same', 'new'])]];
    }
}
