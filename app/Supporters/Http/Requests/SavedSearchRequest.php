<?php

declare(strict_types=1);

namespace App\Supporters\Http\Requests;

use App\Records\Http\Requests\EditsRecords;
use App\Supporters\SupporterSearch;

final class SavedSearchRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'query' => ['required', 'array:' . implode(',', SupporterSearch::KEYS), 'min:1'],
            'query.*' => ['string', 'max:20000'],
        ];
    }
}
