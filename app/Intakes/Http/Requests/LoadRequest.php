<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class LoadRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:190'], 'restore_point' => ['sometimes', 'boolean']];
    }
}
