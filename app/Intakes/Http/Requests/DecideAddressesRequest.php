<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Addresses\AddressRule;

/** What becomes of all addresses that change by one rule. */
final class DecideAddressesRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['rule' => ['required', Rule::enum(AddressRule::class)], 'to' => ['required', Rule::in(['accept', 'keep'])]];
    }
}
