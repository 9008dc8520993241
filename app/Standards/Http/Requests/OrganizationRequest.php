<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Addresses\Countries;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Standards\Formats\DateOrder;

final class OrganizationRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'currency' => ['required', Rule::in(Currency::codes())],
            'country' => ['required', Rule::in(Countries::all())],
            'dates' => ['required', Rule::enum(DateOrder::class)],
        ];
    }
}
