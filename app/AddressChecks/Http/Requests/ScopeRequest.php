<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

use App\Supporters\SupporterSearch;
use Illuminate\Validation\Rule;

/** Which stored addresses are to be checked. */
final class ScopeRequest extends ChecksAddresses
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::in(['all', 'search', 'supporter', 'older'])],
            'query' => ['required_if:kind,search', 'array:' . implode(',', SupporterSearch::KEYS)],
            'query.*' => ['nullable', 'string', 'max:20000'],
            'supporter' => ['required_if:kind,supporter', 'integer', 'min:1'],
            'days' => ['required_if:kind,older', 'integer', 'min:1', 'max:3650'],
        ];
    }

    /** @return array<string, mixed> */
    public function scope(): array
    {
        $data = $this->validated();

        return match ($data['kind']) {
            'search' => ['kind' => 'search', 'query' => $data['query']],
            'supporter' => ['kind' => 'supporter', 'supporter' => (int) $data['supporter']],
            'older' => ['kind' => 'older', 'days' => (int) $data['days']],
            default => ['kind' => 'all'],
        };
    }
}
