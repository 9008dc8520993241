<?php

declare(strict_types=1);

namespace App\Supporters;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Credit;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/**
 * Changes as a person reads them.
 *
 * @phpstan-type ShownField array{column: string, label: string, before: ?string, after: ?string}
 * @phpstan-type ShownChange array{subject: value-of<Subject>, action: value-of<Action>, fields: list<ShownField>}
 */
final readonly class ChangeWords
{
    /** What is no field: made of others, or said of a way to reach someone. */
    private const LABELS = [
        'display_name' => 'Display name',
        'original' => 'Address as written',
        'system' => 'Old system',
        'is_primary' => 'Primary',
        'condition' => 'Condition',
        'label' => 'Label',
        'valid_from' => 'Lived there from',
        'valid_until' => 'Lived there until',
        'noted_on' => 'Dated',
        'written_by' => 'Written by',
        'promise_id' => 'Pays',
        'tribute_id' => 'In honor or memory of',
    ];

    public function __construct(private FieldCatalog $catalog) {}

    /**
     * @param  ?int  $intakeId  the intake whose rows references stand for
     * @param  array<string, ?string>  $values  further values of the thing as it is stored
     * @return ShownChange
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
            default => $this->labelled($change),
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
    private function labelled(Change $change): array
    {
        $fields = [];
        foreach ($change->fields as $column => $pair) {
            $label = $this->label($change->subject, $column);
            if (
                !in_array($column, ['is_primary', 'intake_id', 'batch_id', 'corrects_id', 'sort_name'], true) ||
                ($column === 'is_primary' && $change->action === Action::Update)
            ) {
                $fields[$column] = [
                    $label,
                    match ($column) {
                        'splits', 'course' => self::inOneLine($pair),
                        'promise_id' => array_map(self::promise(...), $pair),
                        'tribute_id' => array_map(fn(?string $ref): ?string => $ref === null ? null : $this->linked($ref, null), $pair),
                        'credits' => self::inOneLine([$this->credited($pair[0]), $this->credited($pair[1])]),
                        default => $pair,
                    },
                ];
            }
        }

        return $fields;
    }

    /** @return ?string who a gift is credited to, by name */
    private function credited(?string $credits): ?string
    {
        $lines = array_map(
            fn(Credit $credit): string => substr_replace(
                $credit->written(),
                $this->linked($credit->supporter, null),
                0,
                strlen($credit->supporter),
            ),
            Credits::stored((string) $credits)->all,
        );

        return $lines === [] ? null : implode("\n", $lines);
    }

    /**
     * What stands on a line each, with "; " between.
     *
     * @param  array{?string, ?string}  $pair
     * @return array{?string, ?string}
     */
    private static function inOneLine(array $pair): array
    {
        $inOne = static fn(?string $value): ?string => $value === null ? null : str_replace("\n", '; ', $value);

        return [$inOne($pair[0]), $inOne($pair[1])];
    }

    private static function promise(?string $ref): ?string
    {
        return $ref === null ? null : (ctype_digit($ref) ? "promise {$ref}" : 'a promise of the same file');
    }

    private function label(Subject $subject, string $column): string
    {
        if ($column === 'kind' && $subject !== Subject::Supporter && !$subject->knowsIntake()) {
            return ucfirst($subject->value) . ' is of kind';
        }
        $field = isset(self::LABELS[$column]) ? null : FieldPlace::field($subject->value, $column);

        return $field === null ? self::LABELS[$column] ?? $column : $this->catalog->label($field);
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
