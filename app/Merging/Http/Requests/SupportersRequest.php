<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use App\Merging\Merges;
use App\Support\Lists;

/** Supporters of whom something is said. */
final class SupportersRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'supporters' => ['required', 'array', 'min:2', 'max:' . Merges::MOST],
            'supporters.*' => ['integer', 'distinct', 'exists:supporters,id'],
            'homes' => ['boolean'],
        ];
    }

    /** @return list<int> */
    public function supporters(): array
    {
        return Lists::ints($this->validated('supporters'));
    }

    /** Whether they were looked at as people who live together. */
    public function ofHomes(): bool
    {
        return $this->boolean('homes');
    }
}
