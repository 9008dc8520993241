<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

/** The addresses of a list are to be checked, with the postal directory or without it. */
final class StartRequest extends ChecksAddresses
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['asks' => ['required', 'boolean']];
    }
}
