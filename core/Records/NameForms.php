<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** What a name is made into, unless someone wrote it by hand: how it is shown, filed, addressed and greeted. */
final class NameForms
{
    public const COLUMNS = ['display_name', 'sort_name', 'envelope_name', 'greeting'];

    private function __construct() {}

    /** @return array<string, string> column to the form that the parts of the name make */
    public static function made(SupporterRecord $record): array
    {
        $fields = (new IncomingRecord(
            $record->kind(),
            $record->name(),
            $record->field('organization_name'),
            $record->field('display_name'),
            $record->field('nickname') === '' ? [] : ['nickname' => $record->field('nickname')],
        ))->fields();

        return array_intersect_key($fields, array_flip(self::COLUMNS));
    }

    /**
     * The forms after the parts have changed, where the stored ones still are what its parts make; one that someone wrote by hand stays.
     *
     * @return array<string, string>
     */
    public static function following(SupporterRecord $stored, SupporterRecord $after): array
    {
        $before = self::made($stored);

        return array_filter(
            self::made($after),
            static fn(string $column): bool => ($before[$column] ?? '') === $stored->field($column),
            ARRAY_FILTER_USE_KEY,
        );
    }
}
