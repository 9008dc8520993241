<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Sources\Grid;

final class GridRowsRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'rows' => ['required', 'array', 'max:' . Grid::MOST],
            'rows.*' => ['array', 'max:200'],
            'rows.*.*' => ['nullable', 'string', 'max:5000'],
            'were' => ['array'],
            'were.*' => ['array', 'max:200'],
            'were.*.*' => ['nullable', 'string', 'max:5000'],
        ];
    }
}
