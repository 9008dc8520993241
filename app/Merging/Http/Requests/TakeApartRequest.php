<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

final class TakeApartRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['given' => ['array', 'max:5000'], 'given.*' => ['integer']];
    }
}
