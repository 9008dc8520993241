<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

/** What is done about an address that mail does not reach. */
final class RemedyAddressRequest extends ChecksAddresses
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['to' => ['required', 'string', 'regex:/^(?:take:[0-5]|move|right|undeliverable|former)$/D']];
    }

    public function to(): string
    {
        return (string) $this->validated('to');
    }
}
