<?php

declare(strict_types=1);

namespace App\Exports\Http\Requests;

use App\Exports\Statements\StatementsAsked;
use App\Support\Http\GuardedRequest;
use Illuminate\Validation\Rule;

/** Giving statements of a year. */
final class StatementsRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['edit-records'];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'year' => ['required', 'integer', 'between:1900,2200'],
            'search' => ['sometimes', 'nullable', 'string', 'max:190'],
            'text' => ['sometimes', 'nullable', 'string', 'max:20000'],
            'format' => ['sometimes', Rule::in(['pdf', 'zip'])],
        ];
    }

    /** @return array<string, string> as StatementsAsked::of() takes it */
    public function asked(): array
    {
        $asked = array_map(strval(...), array_diff_key($this->validated(), ['format' => true]));
        StatementsAsked::of($asked);

        return [...$asked, 'of' => 'statements'];
    }

    public function fileFormat(): string
    {
        return (string) ($this->validated('format') ?? 'pdf');
    }
}
