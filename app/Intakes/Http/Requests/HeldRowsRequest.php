<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class HeldRowsRequest extends ViewsRows
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['reason' => ['nullable', 'string', 'max:200'], 'page' => ['nullable', 'integer', 'min:1']];
    }
}
