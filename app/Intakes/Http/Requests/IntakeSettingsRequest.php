<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Supporters\ComparedWith;
use Illuminate\Validation\Rule;
use PineSieve\Core\Changes\FieldGroup;
use PineSieve\Core\Changes\MatchEffect;
use PineSieve\Core\Gifts\BatchState;
use PineSieve\Core\Standards\Unreadable;

final class IntakeSettingsRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['sometimes', 'required', 'string', 'max:190'],
            'effect' => [
                'sometimes',
                Rule::in([MatchEffect::FillBlanks->value, MatchEffect::Replace->value, MatchEffect::LeaveAlone->value]),
            ],
            'effects' => ['sometimes', 'array:' . implode(',', array_column(FieldGroup::cases(), 'value'))],
            ...array_merge(
                ...array_map(
                    static fn(FieldGroup $group): array => [
                        "effects.{$group->value}" => [Rule::in(array_column($group->effects(), 'value'))],
                    ],
                    FieldGroup::cases(),
                ),
            ),
            'new' => ['sometimes', Rule::in(['add', 'leave out'])],
            'unsure' => ['sometimes', Rule::in(['hold', 'ask'])],
            'against' => ['sometimes', 'array:kind,group,search,ids'],
            'against.kind' => ['required_with:against', Rule::in(ComparedWith::KINDS)],
            'against.group' => ['required_if:against.kind,group', 'string', 'max:120'],
            'against.search' => ['required_if:against.kind,search', 'integer', 'exists:saved_searches,id'],
            'against.ids' => ['required_if:against.kind,ids', 'array', 'min:1', 'max:100000'],
            'against.ids.*' => ['integer', 'min:1'],
            'blanks_empty' => ['sometimes', 'boolean'],
            'unreadable' => ['sometimes', 'array', 'max:200'],
            'unreadable.*' => [Rule::enum(Unreadable::class)],
            'notes_unread' => ['sometimes', 'boolean'],
            'system' => ['sometimes', 'required', 'string', 'max:60'],
            'groups' => ['sometimes', 'array', 'max:20'],
            'groups.*' => ['string', 'max:120'],
            'groups_new' => ['sometimes', 'array', 'max:20'],
            'groups_new.*' => ['string', 'max:120'],
            'tags' => ['sometimes', 'array', 'max:20'],
            'tags.*' => ['string', 'max:120'],
            'tags_new' => ['sometimes', 'array', 'max:20'],
            'tags_new.*' => ['string', 'max:120'],
            'no_contact' => ['sometimes', 'boolean'],
            'description' => ['sometimes', 'nullable', 'string', 'max:2000'],
            'agreed' => ['sometimes', 'nullable', 'string', 'max:500'],
            'batch' => ['sometimes', 'nullable', 'integer', Rule::exists('batches', 'id')->where('state', BatchState::Open->value)],
            'verify_addresses' => ['sometimes', 'boolean'],
            'nameless' => ['sometimes', 'nullable', 'integer', 'exists:supporters,id'],
            'is_quiet' => ['sometimes', 'boolean'],
        ];
    }
}
