<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

final class ClaimRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['cluster' => ['required', 'integer', 'min:1']];
    }
}
