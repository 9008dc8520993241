<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;

final class TakeBackRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['kind' => ['required', Rule::in(['cell', 'value', 'row', 'match', 'address'])]];
    }
}
