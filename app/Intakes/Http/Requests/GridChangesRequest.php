<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class GridChangesRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['sometimes', 'string', 'max:190'],
            ...array_map(static fn(array $rules): array => ['sometimes', ...$rules], GridColumns::rules()),
        ];
    }
}
