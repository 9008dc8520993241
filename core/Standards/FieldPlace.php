<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Where the value of a field is kept: the subject of a change and its column. */
final class FieldPlace
{
    /** @var array<string, array<string, string>> subject to field to column */
    private static array $columns = [];

    /** @var ?array<string, string> */
    private static ?array $ofName = null;

    /** @var ?array<string, string> */
    private static ?array $further = null;

    public function __construct(public readonly string $subject, public readonly string $column) {}

    /** @param  string  $field  key in the catalog, of no party and of no kind; null if nothing of its own is kept for it */
    public static function of(string $field): ?self
    {
        return str_starts_with($field, Field::CUSTOM) ? FieldNature::custom()->place : BaseFields::all()[$field]->nature->place ?? null;
    }

    /**
     * Columns of a subject by the keys of the fields that are kept in them, in the order of the catalog.
     *
     * @return array<string, string>
     */
    public static function columns(string $subject): array
    {
        if (self::$columns === []) {
            foreach (BaseFields::all() as $key => $field) {
                if ($field->nature->place !== null) {
                    self::$columns[$field->nature->place->subject][$key] = $field->nature->place->column;
                }
            }
        }

        return self::$columns[$subject] ?? [];
    }

    /** @return array<string, string> columns of the supporter that a name is made of, by field */
    public static function ofName(): array
    {
        return self::$ofName ??= self::ofSupporter(static fn(FieldNature $nature): bool => $nature->isNamePart);
    }

    /** @return array<string, string> columns of the supporter beside its kind and those of the name, by field */
    public static function further(): array
    {
        return self::$further ??= array_diff_key(self::ofSupporter(static fn(FieldNature $nature): bool => !$nature->isNamePart), [
            'kind' => true,
        ]);
    }

    /**
     * @param  callable(FieldNature): bool  $are
     * @return array<string, string> columns of the supporter, by field
     */
    public static function ofSupporter(callable $are): array
    {
        return array_filter(
            self::columns('supporter'),
            static fn(string $field): bool => $are(BaseFields::all()[$field]->nature),
            ARRAY_FILTER_USE_KEY,
        );
    }

    /**
     * The field that a column belongs to; null for those that are made from others or that every supporter has.
     *
     * @param  array<string, ?string>  $values  of the thing: a custom value says of which field it is, a membership of which list
     */
    public static function field(string $subject, string $column, array $values = []): ?string
    {
        return match ($subject) {
            'custom', 'unread' => $values['field'] ?? null,
            'membership' => ($values['list'] ?? '') === 'tag' ? 'tags' : 'groups',
            'email', 'phone' => $subject,
            'identifier' => 'id.old',
            'note' => 'note.text',
            'entry' => self::keyOf('gift', $column),
            // As it was written, the address stands in one.
            'address' => $column === 'original' ? 'address.line1' : self::keyOf($subject, $column),
            default => self::keyOf($subject, $column),
        };
    }

    private static function keyOf(string $subject, string $column): ?string
    {
        $key = array_search($column, self::columns($subject), true);

        return $key === false ? null : $key;
    }
}
