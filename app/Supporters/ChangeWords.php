<?php

declare(strict_types=1);

namespace App\Supporters;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Standards\FieldCatalog;

/** Changes as a person reads them. */
final readonly class ChangeWords
{
    private const LABELS = [
        'kind' => 'Kind',
        'title' => 'Title',
        'first_name' => 'First name',
        'middle_name' => 'Middle name',
        'last_name' => 'Last name',
        'suffix' => 'Suffix',
        'organization_name' => 'Organization',
        'display_name' => 'Display name',
        'sort_name' => 'Filed as',
        'envelope_name' => 'On envelopes',
        'greeting' => 'Greeting',
        'first_known_on' => 'First known on',
        'line1' => 'Address, line 1',
        'line2' => 'Address, line 2',
        'city' => 'City',
        'state' => 'State',
        'postal_code' => 'Postal code',
        'country' => 'Country',
        'original' => 'Address as written',
        'address' => 'Email',
        'number' => 'Phone',
        'system' => 'Old system',
        'value' => 'Id in the old system',
        'given_on' => 'Gift date',
        'amount' => 'Gift amount',
        'currency' => 'Gift currency',
        'fund' => 'Gift fund',
        'reference' => 'Gift reference',
        'campaign' => 'Gift campaign',
        'appeal' => 'Gift appeal',
        'tribute' => 'In honor or memory of',
        'anonymous' => 'Anonymous',
        'notes' => 'Notes',
        'nickname' => 'Nickname',
        'birth_date' => 'Birth date',
        'status' => 'Status',
        'consent_mail' => 'Consent to mail',
        'consent_email' => 'Consent to email',
        'consent_phone' => 'Consent to calls',
        'consent_mail_on' => 'Consent to mail since',
        'consent_email_on' => 'Consent to email since',
        'consent_phone_on' => 'Consent to calls since',
        'name' => 'Name',
        'list' => 'List',
        'role' => 'Role',
        'is_primary' => 'Primary',
        'condition' => 'Condition',
        'label' => 'Label',
    ];

    public function __construct(private FieldCatalog $catalog) {}

    /**
     * @param  ?int  $intakeId  the intake whose rows references stand for
     * @param  array<string, ?string>  $values  further values of the thing as it is stored
     * @return array{subject: string, action: string, fields: list<array{column: string, label: string, before: ?string, after: ?string}>}
     */
    public function of(Change $change, ?int $intakeId, array $values = []): array
    {
        $fields = [];
        foreach ($this->shownFields($change, $intakeId, $values) as $column => [$label, [$before, $after]]) {
            $fields[] = ['column' => $column, 'label' => $label, 'before' => $before, 'after' => $after];
        }

        return ['subject' => $change->subject->value, 'action' => $change->action->value, 'fields' => $fields];
    }

    /**
     * @param  array<string, ?string>  $values
     * @return array<string, array{string, array{?string, ?string}}> what a person reads of a change: column to its label and the pair
     */
    private function shownFields(Change $change, ?int $intakeId, array $values): array
    {
        $value = static fn(string $column): string => (string) ($change->fields[$column][1] ??
            ($change->fields[$column][0] ?? ($values[$column] ?? '')));

        return match ($change->subject) {
            Subject::Membership => ['name' => [ucfirst($value('list')), $change->fields['name'] ?? [null, $value('name')]]],
            Subject::Unread => [
                'value' => [$this->catalog->label($value('field')) . ', as written', $change->fields['value'] ?? [null, $value('value')]],
            ],
            Subject::Custom => ['value' => [$this->catalog->label($value('field')), $change->fields['value'] ?? [null, $value('value')]]],
            Subject::Link => $this->shownLink($change, $value, $intakeId),
            default => self::labelled($change),
        };
    }

    /**
     * @param  \Closure(string): string  $value
     * @return array<string, array{string, array{?string, ?string}}>
     */
    private function shownLink(Change $change, \Closure $value, ?int $intakeId): array
    {
        $text = (LinkKind::tryFrom($value('kind'))?->phrase() ?? 'linked to') . ' ' . $this->linked($value('other_id'), $intakeId);

        return match ($change->action) {
            Action::Update => ['role' => ["{$text}, role", $change->fields['role'] ?? [null, null]]],
            Action::Delete => ['kind' => ['Link', [$text, null]]],
            Action::Create => ['kind' => ['Link', [null, $text . ($value('role') === '' ? '' : ', ' . $value('role'))]]],
        };
    }

    /** @return array<string, array{string, array{?string, ?string}}> */
    private static function labelled(Change $change): array
    {
        $fields = [];
        foreach ($change->fields as $column => $pair) {
            $label = match (true) {
                $column === 'kind' && $change->subject === Subject::Gift => 'Gift kind',
                $column === 'kind' && $change->subject !== Subject::Supporter => ucfirst($change->subject->value) . ' is of kind',
                $column === 'notes' && $change->subject === Subject::Gift => 'Gift notes',
                default => self::LABELS[$column] ?? $column,
            };
            if (
                !in_array($column, ['is_primary', 'intake_id', 'sort_name'], true) ||
                ($column === 'is_primary' && $change->action === Action::Update)
            ) {
                $fields[$column] = [$label, $pair];
            }
        }

        return $fields;
    }

    private function linked(string $ref, ?int $intakeId): string
    {
        if (!ctype_digit($ref)) {
            $name =
                $intakeId === null
                    ? null
                    : DB::table('intake_results')->where('intake_id', $intakeId)->where('unit', (int) $ref)->value('display');

            return is_string($name) && $name !== '' ? $name : 'another of the same file';
        }
        $name = DB::table('supporters')->where('id', (int) $ref)->value('display_name');

        return is_string($name) ? $name : "supporter {$ref}";
    }
}
