<?php

declare(strict_types=1);

namespace App\Batches\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

/** What is held against a check, for each kind of supporter. */
final class RecognitionRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'fields' => ['required', 'array:person,household,organization'],
            'fields.*' => ['array', 'max:60'],
            'fields.*.*' => ['string', 'max:120'],
            'for_role' => ['sometimes', 'boolean'],
        ];
    }
}
