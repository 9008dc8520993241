<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Reading\Text\Dialect;
use PineSieve\Core\Reading\Text\Encoding;

final class SourceRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'sheets_read' => ['sometimes', 'array', 'min:1', 'max:200'],
            'sheets_read.*' => ['string', 'distinct', Rule::in($this->intake()->sheets)],
            'fill_merged' => ['sometimes', 'boolean'],
            'fill_dittos' => ['sometimes', 'boolean'],
            'fill_headings' => ['sometimes', 'boolean'],
            'encoding' => ['sometimes', Rule::enum(Encoding::class)],
            'delimiter' => ['sometimes', Rule::in(Dialect::DELIMITERS)],
            'header_row' => ['sometimes', 'nullable', 'integer', 'min:0', 'max:1000000'],
        ];
    }
}
