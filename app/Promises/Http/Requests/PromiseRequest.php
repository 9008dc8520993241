<?php

declare(strict_types=1);

namespace App\Promises\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

/** A promise as someone writes it, and as it stood when the form was opened. */
final class PromiseRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'values' => ['sometimes', 'array', 'max:40'],
            'values.*' => ['nullable', 'string', 'max:10000'],
            'base' => ['sometimes', 'array', 'max:40'],
            'base.*' => ['nullable', 'string', 'max:10000'],
            'again' => ['sometimes', 'boolean'],
            'promise' => ['sometimes', 'nullable', 'integer', 'min:1'],
        ];
    }

    /** @return array<string, string> field to what is written */
    public function written(string $key): array
    {
        return array_map(strval(...), array_filter($this->validated($key) ?? [], static fn(mixed $value): bool => !is_array($value)));
    }
}
