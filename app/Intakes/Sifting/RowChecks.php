<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Standards\UniqueValues;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Uniques;

/** Holds the rows of a chunk against the organization's standards: each supporter as it would be once the row is in. */
final readonly class RowChecks
{
    /** @var array<string, array<string, list<int>>> who has the unique values of these rows already */
    private array $taken;

    /**
     * @param  array<int, MappedRow>  $rows
     * @param  array<string, int>  $columns  target to the column that feeds it
     */
    public function __construct(
        private Standards $standards,
        private Uniques $uniques,
        private PossibleMatches $candidates,
        UniqueValues $taken,
        array $rows,
        private array $columns,
    ) {
        $values = [];
        foreach ($uniques->fields === [] ? [] : $rows as $row) {
            foreach ($row->parties as $party) {
                foreach (self::uniqueValues($uniques, $party->record) as $field => $ofField) {
                    $values[$field] = [...$values[$field] ?? [], ...$ofField];
                }
            }
        }
        $this->taken = $taken->of(array_map(static fn(array $of): array => array_values(array_unique($of)), $values));
    }

    /** @return list<MatchKey> by which a later row of the file finds that a value is taken */
    public static function uniqueKeys(Uniques $uniques, IncomingRecord $record): array
    {
        $keys = [];
        foreach (self::uniqueValues($uniques, $record) as $field => $values) {
            foreach ($values as $value) {
                $keys[] = self::key($field, $value);
            }
        }

        return $keys;
    }

    public function column(string $target): int|false
    {
        return $this->columns[$target] ?? false;
    }

    /** The record with the defaults that a new supporter gets. */
    public function complete(IncomingRecord $record, ?SupporterRecord $stored): IncomingRecord
    {
        return $stored === null ? $this->standards->defaults->fill($record) : $record;
    }

    /**
     * @param  array<int, ?SupporterRecord>  $stored  by part of the row; null for whom the row makes
     * @param  array<int, list<Change>>  $changes  by part of the row
     * @param  bool  $passes  whether an administrator lets the row in as it is
     * @return list<Problem>
     */
    public function problems(MappedRow $row, array $stored, array $changes, bool $passes): array
    {
        if ($this->standards->rules === [] && $this->uniques->fields === []) {
            return [];
        }
        $problems = [];
        foreach ($row->parties as $part => $party) {
            $prefix = $party->role === '' ? '' : "{$party->role}.";
            $gifts = array_values(
                array_map(
                    static fn(Change $change): array => $change->after(),
                    array_filter(
                        $changes[$part],
                        static fn(Change $change): bool => $change->subject === Subject::Gift && $change->action === Action::Create,
                    ),
                ),
            );
            $after = Projection::after($stored[$part], $changes[$part]);
            $found = [...$this->standards->problems($after, $stored[$part], $gifts), ...$this->takenBefore($after, $stored[$part], $gifts)];
            foreach ($found as $problem) {
                $field = $prefix . $problem->field;
                $problem = $problem->at($field, $this->columns[$field] ?? null);
                $problems[] = $passes ? $problem->warning() : $problem;
            }
        }

        return $problems;
    }

    /**
     * @param  list<array<string, ?string>>  $gifts
     * @return list<Problem>
     */
    private function takenBefore(SupporterRecord $after, ?SupporterRecord $stored, array $gifts): array
    {
        $problems = [];
        $before = $stored === null ? [] : $this->uniques->of($stored);
        foreach ($this->uniques->of($after, $gifts) as $field => $values) {
            foreach (array_diff($values, $before[$field] ?? []) as $value) {
                $others = array_filter(
                    [...$this->taken[$field][$value] ?? [], ...$this->candidates->ofRows(self::key($field, $value))],
                    static fn(int|string $owner): bool => $field === 'gift.reference' || $owner !== $after->ref,
                );
                if ($others !== []) {
                    $other = array_values($others)[0];
                    $problems[] = $this->uniques->problem(
                        $field,
                        $value,
                        is_int($other) ? "Supporter {$other}" : 'Row ' . UnitNumber::row((int) $other) . ' of the file',
                    );
                }
            }
        }

        return $problems;
    }

    /** @return array<string, list<string>> */
    private static function uniqueValues(Uniques $uniques, IncomingRecord $record): array
    {
        if ($uniques->fields === []) {
            return [];
        }
        $values = [
            'email' => array_column($record->emails, 'value'),
            'phone' => array_column($record->phones, 'value'),
            'id.old' => array_column($record->identifiers, 'value'),
            'gift.reference' => array_column($record->gifts, 'reference'),
            ...array_map(static fn(string $value): array => [$value], $record->custom),
        ];
        $wanted = array_intersect_key($values, array_flip(array_column($uniques->fields, 'key')));

        return array_map(
            static fn(array $ofField): array => array_values(
                array_map(mb_strtolower(...), array_filter($ofField, static fn(string $value): bool => $value !== '')),
            ),
            $wanted,
        );
    }

    private static function key(string $field, string $value): MatchKey
    {
        return MatchKey::of("unique|{$field}|{$value}");
    }
}
