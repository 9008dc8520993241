<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Decisions\AddressGroups;
use Illuminate\Validation\Rule;
use PineSieve\Core\Addresses\AddressRule;

final class AddressesRequest extends ViewsIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'show' => ['nullable', Rule::in(['ask', 'accepted', 'kept', 'same'])],
            'rule' => ['nullable', Rule::in([...array_column(AddressRule::cases(), 'value'), ...array_keys(AddressGroups::told())])],
        ];
    }
}
