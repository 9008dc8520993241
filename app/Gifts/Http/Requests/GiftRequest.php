<?php

declare(strict_types=1);

namespace App\Gifts\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

/** A gift as someone writes it, and as it stood when the form was opened. */
final class GiftRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'values' => ['sometimes', 'array', 'max:60'],
            'values.*' => ['nullable', 'string', 'max:10000'],
            'base' => ['sometimes', 'array', 'max:60'],
            'base.*' => ['nullable', 'string', 'max:10000'],
            'corrects' => ['sometimes', 'nullable', 'integer', 'min:1'],
        ];
    }

    /** @return ?int the gift that it takes back or corrects; null if it is a gift itself */
    public function corrects(): ?int
    {
        return $this->integer('corrects') ?: null;
    }

    /** @return array<string, string> field to what is written */
    public function values(): array
    {
        return $this->written('values');
    }

    /** @return array<string, string> */
    public function base(): array
    {
        return $this->written('base');
    }

    /** @return array<string, string> */
    private function written(string $key): array
    {
        $written = [];
        foreach ($this->validated($key) ?? [] as $field => $value) {
            if (is_string($field) && !is_array($value)) {
                $written[$field] = (string) $value;
            }
        }

        return $written;
    }
}
