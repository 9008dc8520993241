<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

/** What is decided of one checked address, or of all of a group. */
final class DecideRequest extends ChecksAddresses
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'group' => ['required', 'string', 'max:40'],
            'number' => ['nullable', 'integer', 'min:0'],
            'to' => ['present', 'nullable', 'string', 'regex:/^(?:keep|only|move|take:[0-5])?$/D'],
        ];
    }

    public function group(): string
    {
        return (string) $this->validated('group');
    }

    public function number(): ?int
    {
        $number = $this->validated('number');

        return $number === null ? null : (int) $number;
    }

    public function to(): string
    {
        return (string) $this->validated('to');
    }
}
