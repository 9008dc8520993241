<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use App\Merging\MergeView;
use Illuminate\Validation\Rule;

final class ReviewFieldsRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'fields' => ['present', 'array', 'max:60'],
            'fields.*' => ['string', 'distinct', Rule::in(array_column(app(MergeView::class)->columns(), 'column'))],
        ];
    }
}
