<?php

declare(strict_types=1);

namespace App\Mailings\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

/** What the letters of a mailing say. */
final class LetterRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['letter' => ['nullable', 'string', 'max:20000']];
    }
}
