<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

use App\AddressChecks\ListColumns;
use Illuminate\Validation\Rule;

/** What the columns of a list are. */
final class ColumnsRequest extends ChecksAddresses
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'targets' => ['required', 'array', 'max:500'],
            'targets.*' => ['nullable', 'string', Rule::in(array_keys(ListColumns::fields()))],
        ];
    }

    /** @return array<int, ?string> column to its field; null for one that is not looked at */
    public function targets(): array
    {
        $targets = [];
        foreach ($this->validated()['targets'] as $column => $target) {
            $targets[(int) $column] = $target === null || $target === '' ? null : (string) $target;
        }

        return $targets;
    }
}
