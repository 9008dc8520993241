<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Standards\Http\KnownField;
use Illuminate\Validation\Rule;
use PineSieve\Core\Standards\Formats\DateOrder;

/** What a column is to become. */
trait AsksForColumn
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'feeds' => ['sometimes', 'array', 'max:12'],
            'feeds.*.target' => ['required', 'string', new KnownField()],
            'feeds.*.name' => ['nullable', 'string', 'max:120'],
            'feeds.*.steps' => ['sometimes', 'array'],
            'target' => ['nullable', 'string', new KnownField()],
            'date_order' => ['nullable', Rule::enum(DateOrder::class)],
            'steps' => ['sometimes', 'array'],
        ];
    }
}
