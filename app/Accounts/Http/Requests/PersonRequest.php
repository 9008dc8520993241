<?php

declare(strict_types=1);

namespace App\Accounts\Http\Requests;

use App\Accounts\Role;
use App\Accounts\User;
use Illuminate\Validation\Rule;

/** Someone who may sign in: a new person, or what changes of one. */
final class PersonRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $person = $this->route('user');
        $rules = [
            'name' => ['required', 'string', 'max:120'],
            'email' => ['required', 'email:rfc', 'max:190', Rule::unique('users', 'email')->ignore($person)],
            'role' => ['required', Rule::enum(Role::class)],
            'may_load' => ['nullable', 'boolean'],
            'may_edit' => ['nullable', 'boolean'],
            'may_post' => ['nullable', 'boolean'],
        ];

        return $person === null
            ? $rules
            : [
                ...array_map(static fn(array $rules): array => ['sometimes', ...$rules], $rules),
                'disabled' => ['sometimes', 'boolean'],
                'new_password' => ['sometimes', 'boolean'],
            ];
    }

    protected function prepareForValidation(): void
    {
        if (is_string($this->input('email'))) {
            $this->merge(['email' => User::emailKey($this->input('email'))]);
        }
    }
}
