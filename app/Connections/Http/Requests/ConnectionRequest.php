<?php

declare(strict_types=1);

namespace App\Connections\Http\Requests;

use App\Connections\Connection;
use App\Support\Http\GuardedRequest;
use Illuminate\Validation\Rule;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\UnusableConnection;

/** What a connection is to be set to. */
final class ConnectionRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['set-connections'];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $own = $this->route('connection');

        return [
            'name' => [
                $this->isLook() ? 'nullable' : 'required',
                'string',
                'max:60',
                Rule::unique('connections', 'name')->ignore($own instanceof Connection ? $own->id : null),
            ],
            'form' => ['required', 'array'],
            'key' => ['nullable', 'string', 'max:2000', 'regex:/^[\x21-\x7e]*$/D'],
            'inbox_key' => ['nullable', 'string', 'min:8', 'max:2000', 'regex:/^[\x21-\x7e]*$/D'],
            'plan_id' => ['nullable', 'integer', 'exists:column_plans,id'],
            'plan' => ['nullable', 'array'],
            'every' => ['nullable', 'integer', Rule::in([0, 15, 60, 360, 1440])],
            'loads' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.unique' => 'There is a connection of this name already.',
            'inbox_key.regex' => 'A key has letters, numbers and signs alone, without blanks.',
            'inbox_key.min' => 'The key with which notices are signed has at least 8 signs.',
            'key.regex' => 'A key has letters, numbers and signs alone, without blanks.',
        ];
    }

    /** @throws UnusableConnection */
    public function form(): ConnectionForm
    {
        /** @var array<string, mixed> $form */
        $form = $this->validated('form');

        return ConnectionForm::of($form);
    }

    /** @return ?string null to keep the one that it has */
    public function key(): ?string
    {
        $key = $this->string('key')->value();

        return $key === '' ? null : $key;
    }

    /** @return ?string null to keep the one that it has */
    public function inboxKey(): ?string
    {
        $key = $this->string('inbox_key')->value();

        return $key === '' ? null : $key;
    }

    /** @return ?string a column plan that was carried here with it, as its file is written; null for none */
    public function plan(): ?string
    {
        $plan = $this->validated('plan');

        return is_array($plan) ? json_encode($plan, JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR) : null;
    }

    private function isLook(): bool
    {
        return $this->is('*/look');
    }
}
