<?php

declare(strict_types=1);

namespace App\Api\Http\Requests;

use App\Api\Ability;
use App\Records\Supporter;
use App\Support\Http\GuardedRequest;
use Illuminate\Validation\Rule;

/** A token that someone wants for a program. */
final class TokenRequest extends GuardedRequest
{
    private const LONGEST_DAYS = 730;

    protected function needs(): array
    {
        return ['viewAny', Supporter::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'abilities' => ['required', 'array', 'min:1'],
            'abilities.*' => ['distinct', Rule::enum(Ability::class)],
            'days' => ['required', 'integer', 'min:1', 'max:' . self::LONGEST_DAYS],
        ];
    }
}
