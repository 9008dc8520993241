<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Decisions\HeldQueue;
use Illuminate\Validation\Rule;

final class DecideHeldRequest extends BringsIn
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'do' => ['required', Rule::in(['check', 'send', 'out', 'in', 'give'])],
            'rows' => ['required', 'array', 'min:1', 'max:' . HeldQueue::MOST],
            'rows.*.intake_id' => ['required', 'integer'],
            'rows.*.number' => ['required', 'integer'],
            'to' => ['nullable', 'integer', 'exists:users,id'],
        ];
    }
}
