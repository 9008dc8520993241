<?php

declare(strict_types=1);

namespace App\Duplicates\Http\Requests;

use App\Standards\Http\Requests\StandardsRequest;

final class PlainWordsRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['words' => ['present', 'nullable', 'array', 'max:500'], 'words.*' => ['string', 'max:60']];
    }
}
