<?php

declare(strict_types=1);

namespace App\Batches\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

/** A gift as it is typed into a batch, and whose it is. */
final class EntryRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'supporter' => ['required', 'integer', 'exists:supporters,id'],
            'values' => ['required', 'array', 'max:40'],
            'values.*' => ['nullable', 'string', 'max:10000'],
            'base' => ['sometimes', 'array', 'max:40'],
            'base.*' => ['nullable', 'string', 'max:10000'],
            'again' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, string> field to what is written */
    public function written(string $key): array
    {
        return array_map(strval(...), array_filter($this->validated($key) ?? [], static fn(mixed $value): bool => !is_array($value)));
    }
}
