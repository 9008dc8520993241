<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Loading\TrialRows;
use Illuminate\Validation\Rule;

final class TrialRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::in(['first', 'random', 'rows'])],
            'count' => ['required_unless:kind,rows', 'integer', 'min:1', 'max:' . TrialRows::MOST],
            'rows' => ['required_if:kind,rows', 'array', 'min:1', 'max:' . TrialRows::MOST],
            'rows.*' => ['integer'],
        ];
    }
}
