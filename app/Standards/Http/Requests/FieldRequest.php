<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use App\Accounts\Role;
use App\Standards\CustomField;
use App\Standards\FieldSetting;
use Illuminate\Validation\Rule;
use PineSieve\Core\Standards\Unreadable;

final class FieldRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        // What comes with the program keeps its name and stays.
        $isOwn = CustomField::query()->where('key', $this->route('field'))->exists();

        return [
            'label' => ['sometimes', Rule::prohibitedIf(!$isOwn), 'string', 'max:120'],
            'group' => ['sometimes', Rule::prohibitedIf(!$isOwn), 'string', 'max:60'],
            'retired' => ['sometimes', Rule::prohibitedIf(!$isOwn), 'boolean'],
            'see' => ['sometimes', 'nullable', 'array'],
            'see.roles' => ['array'],
            'see.roles.*' => [Rule::enum(Role::class)],
            'see.users' => ['array'],
            'see.users.*' => ['integer', 'exists:users,id'],
            'edit' => ['sometimes', 'nullable', 'array'],
            'edit.roles' => ['array'],
            'edit.roles.*' => [Rule::enum(Role::class)],
            'edit.users' => ['array'],
            'edit.users.*' => ['integer', 'exists:users,id'],
            'hidden_in' => ['sometimes', 'array'],
            'hidden_in.*' => [Rule::in(FieldSetting::PLACES)],
            'open_list' => ['sometimes', 'boolean'],
            'limits' => ['sometimes', 'array'],
            'unreadable' => ['sometimes', 'nullable', Rule::enum(Unreadable::class)],
            'defaults' => ['sometimes', 'array'],
            'defaults.*' => ['string', 'max:500'],
        ];
    }
}
