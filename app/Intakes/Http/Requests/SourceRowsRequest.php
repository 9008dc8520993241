<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class SourceRowsRequest extends ViewsIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['sort' => ['nullable', 'integer', 'min:0', 'max:16384'], 'descending' => ['nullable', 'boolean']];
    }
}
