<?php

declare(strict_types=1);

namespace App\Supporters;

use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;

/** The fields of a supporter itself as its page shows them: the name first, long texts last. */
final class PageFields
{
    /** What the head of the page says. */
    private const IN_HEAD = ['kind', 'status'];

    private function __construct() {}

    /** @return list<array{column: string, label: string}> */
    public static function of(FieldCatalog $catalog): array
    {
        $fields = array_map($catalog->field(...), array_values(array_diff(array_keys(FieldPlace::columns('supporter')), self::IN_HEAD)));
        $rank = static fn(Field $field): int => match (true) {
            $field->group === 'Name' => 0,
            $field->type === FieldType::LongText => 2,
            default => 1,
        };
        usort($fields, static fn(Field $a, Field $b): int => $rank($a) <=> $rank($b));

        return array_map(
            static fn(Field $field): array => ['column' => $field->nature->place->column ?? '', 'label' => $field->label],
            $fields,
        );
    }
}
