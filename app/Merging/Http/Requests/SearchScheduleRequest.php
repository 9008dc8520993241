<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use App\Duplicates\SearchSchedule;
use Illuminate\Validation\Rule;

final class SearchScheduleRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['every' => ['required', Rule::in(array_keys(SearchSchedule::EVERY))]];
    }
}
