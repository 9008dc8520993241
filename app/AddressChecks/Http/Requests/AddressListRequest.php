<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

use App\Records\Supporter;
use App\Support\Http\GuardedRequest;
use Illuminate\Validation\Rule;
use PineSieve\Core\Addresses\Directory\Standing;

/** Which stored addresses someone wants to see. */
final class AddressListRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['viewAny', Supporter::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'q' => ['nullable', 'string', 'max:200'],
            'where' => ['nullable', 'string', 'max:20000'],
            'page' => ['nullable', 'integer', 'min:1', 'max:1000000'],
            'condition' => ['nullable', 'string', 'max:16'],
            'standing' => ['nullable', Rule::enum(Standing::class)],
        ];
    }

    /** @return array<string, string> what is asked for; what is blank is not */
    public function asked(): array
    {
        $asked = array_map(strval(...), $this->safe()->except('page'));

        return array_filter($asked, static fn(string $value): bool => trim($value) !== '');
    }
}
