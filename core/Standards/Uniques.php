<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\SupporterRecord;

/** The values of a record that no other record may have. */
final readonly class Uniques
{
    /** @var list<Field> */
    public array $fields;

    public function __construct(FieldCatalog $catalog)
    {
        $this->fields = array_values(
            array_filter($catalog->everything(), static fn(Field $field): bool => $field->limits->isUnique && self::areFor($field)),
        );
    }

    /** Whether a field can be told to be unique: what tells one record from another, not what many share by nature. */
    public static function areFor(Field $field): bool
    {
        return $field->nature->canBeUnique ||
            ($field->isCustom() && in_array($field->type, [FieldType::Text, FieldType::Number, FieldType::Date], true));
    }

    /**
     * @param  array<Gift>  $gifts  those that are new or changed
     * @return array<string, list<string>> field to the values of the record, in small letters
     */
    public function of(SupporterRecord $record, array $gifts = []): array
    {
        $values = [];
        $facts = Facts::of($record);
        foreach ($this->fields as $field) {
            $found = str_starts_with($field->key, 'gift.')
                ? array_merge(...array_map(static fn(Gift $gift): array => $facts->withGift($gift)->all($field->key), array_values($gifts)))
                : $facts->all($field->key);
            if ($found !== []) {
                $values[$field->key] = array_values(array_unique(array_map(mb_strtolower(...), $found)));
            }
        }

        return $values;
    }

    /** @param  string  $who  "Supporter 12", "Row 7 of the file" */
    public function problem(string $field, string $value, string $who): Problem
    {
        return new Problem(
            "{$field}.unique",
            $field,
            null,
            $value,
            "{$who} has \"{$value}\" already, and no two may have the same",
            'Correct one of the two, or say that they are the same',
        );
    }
}
