<?php

declare(strict_types=1);

namespace App\Standards;

use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;

/** Holds changes to stored records against the standards, whoever makes them: a put-back, a remedy, a merge of list values. */
final readonly class ChangeChecks
{
    public function __construct(private Standards $standards, private UniqueValues $taken) {}

    /**
     * @param  list<Change>  $changes
     * @param  array<string, array<string, ?string>>  $things  "gift:id" to its columns as stored
     * @return list<Problem> that keep the changes from being written
     */
    public function blocking(SupporterRecord $stored, array $changes, array $things = []): array
    {
        $after = Projection::after($stored, $changes);
        $gifts = [];
        foreach ($changes as $change) {
            if ($change->subject === Subject::Gift && $change->action !== Action::Delete) {
                $gifts[] = [...$things["gift:{$change->ref}"] ?? [], ...$change->after()];
            }
        }
        $taken = $this->taken->problems($this->standards->catalog, $after, $stored, $gifts);

        return [
            ...$this->ofRecord($after, $stored, $gifts),
            ...array_values(array_filter($taken, static fn(Problem $problem): bool => $problem->blocks)),
        ];
    }

    /**
     * A record as it would be, held against the rules alone.
     *
     * @param  list<array<string, ?string>>  $gifts  columns of each gift that is new or changed
     * @return list<Problem> that keep it from being written
     */
    public function ofRecord(SupporterRecord $after, SupporterRecord $before, array $gifts = []): array
    {
        $problems = array_values(
            array_filter($this->standards->problems($after, $before, $gifts), static fn(Problem $problem): bool => $problem->blocks),
        );

        return $problems === [] ? $this->ofName($after, $before) : $problems;
    }

    /** @return list<Problem> */
    private function ofName(SupporterRecord $after, SupporterRecord $before): array
    {
        $column = match ($after->kind()) {
            SupporterKind::Person => 'last_name',
            SupporterKind::Household => 'display_name',
            SupporterKind::Organization => 'organization_name',
        };
        $field = ['last_name' => 'name.last', 'display_name' => 'name.full', 'organization_name' => 'organization.name'][$column];

        return $after->field($column) === '' && $before->field($column) !== ''
            ? [
                new Problem(
                    "{$field}.required",
                    $field,
                    null,
                    '',
                    "{$this->standards->catalog->field($field)->label} can't be blank",
                    'Write a name',
                ),
            ]
            : [];
    }
}
