<?php

declare(strict_types=1);

namespace App\Duplicates\Http\Requests;

/** A set, and what to try it on. */
final class TrySetRequest extends RuleSetRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'intake' => ['nullable', 'integer', 'exists:intakes,id']];
    }
}
