<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Decisions\RowList;
use Illuminate\Validation\Rule;

final class MatchesRequest extends ViewsIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['show' => ['nullable', Rule::in(RowList::MATCHES)]];
    }
}
