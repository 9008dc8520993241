<?php

declare(strict_types=1);

namespace App\Supporters\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

final class PutBackRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['change' => ['required', 'integer', 'min:0'], 'column' => ['nullable', 'string']];
    }
}
