<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;

final class AddressesRequest extends ViewsIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['show' => ['nullable', Rule::in(['ask', 'accepted', 'kept', 'same'])]];
    }
}
