<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Support\Lists;

/** An intake taken back, or the rows of it that are named. */
final class UndoRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['rows' => ['sometimes', 'array', 'min:1', 'max:1000'], 'rows.*' => ['integer']];
    }

    /** @return ?list<int> null for all */
    public function rows(): ?array
    {
        $rows = $this->validated('rows');

        return is_array($rows) ? array_values(array_unique(Lists::ints($rows))) : null;
    }

    /** In the address they stand as "2,5,7". */
    protected function prepareForValidation(): void
    {
        if (is_string($this->query('rows'))) {
            $this->merge(['rows' => explode(',', $this->query('rows'))]);
        }
    }
}
