<?php

declare(strict_types=1);

namespace App\Supporters\Http\Requests;

use App\Records\Http\Requests\EditsRecords;
use App\Supporters\DatedNotes;
use Illuminate\Validation\Rule;

final class NoteRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'noted_on' => ['required', 'date_format:Y-m-d', 'after:1899-12-31', 'before:2200-01-01'],
            'kind' => ['required', Rule::in(DatedNotes::KINDS)],
            'text' => ['required', 'string', 'max:10000'],
        ];
    }

    /** @return array<string, string> */
    public function written(): array
    {
        return array_map(strval(...), $this->validated());
    }
}
