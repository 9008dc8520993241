<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class MoveRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['before' => ['nullable', 'integer']];
    }
}
