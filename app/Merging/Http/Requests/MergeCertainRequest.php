<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

final class MergeCertainRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['total' => ['required', 'integer', 'min:1'], 'policy' => ['array']];
    }
}
