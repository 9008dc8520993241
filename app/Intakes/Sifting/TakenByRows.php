<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Standards\UniqueValues;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\TakenValues;
use PineSieve\Core\Standards\Uniques;

/** Who has values that only one may have, for the rows of a chunk: stored supporters, and earlier rows of the file. */
final readonly class TakenByRows implements TakenValues
{
    /** @var array<string, array<array-key, list<int>>> which supporters have the values of these rows */
    private array $stored;

    /** @param  array<int, MappedRow>  $rows */
    public function __construct(Uniques $uniques, UniqueValues $stored, private PossibleMatches $candidates, array $rows)
    {
        $values = [];
        foreach ($uniques->fields === [] ? [] : $rows as $row) {
            foreach ($row->parties as $party) {
                foreach (self::values($uniques, $party->record) as $field => $ofField) {
                    $values[$field] = [...$values[$field] ?? [], ...$ofField];
                }
            }
        }
        $this->stored = $stored->of(array_map(static fn(array $of): array => array_values(array_unique($of)), $values));
    }

    /** @return list<MatchKey> by which a later row of the file finds that a value is taken */
    public static function keys(Uniques $uniques, IncomingRecord $record): array
    {
        $keys = [];
        foreach (self::values($uniques, $record) as $field => $values) {
            foreach ($values as $value) {
                $keys[] = self::key($field, $value);
            }
        }

        return $keys;
    }

    public function of(array $values): array
    {
        $taken = [];
        foreach ($values as $field => $ofField) {
            foreach ($ofField as $value) {
                $taken[$field][$value] = [...$this->stored[$field][$value] ?? [], ...$this->candidates->ofRows(self::key($field, $value))];
            }
        }

        return $taken;
    }

    public function name(int|string $owner): string
    {
        return is_int($owner) ? "Supporter {$owner}" : 'Row ' . UnitNumber::row((int) $owner) . ' of the file';
    }

    /** @return array<string, list<string>> field to values in small letters */
    private static function values(Uniques $uniques, IncomingRecord $record): array
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
