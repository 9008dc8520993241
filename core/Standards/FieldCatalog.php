<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Every field that a record can have, in the order in which people look for them. */
final readonly class FieldCatalog
{
    /** Fields of each of the others that a row can tell of; all others have none of them. */
    private const OF_PARTIES = [
        'spouse' => ['name.', 'email', 'phone', 'birth_date', 'id.old', 'status', 'consent.'],
        'child' => ['name.', 'email', 'phone', 'birth_date', 'id.old'],
        'contact' => ['name.', 'email', 'phone', 'role', 'id.old'],
        'employer' => ['organization.name', 'id.old', 'role'],
        'household' => ['organization.name', 'id.old'],
    ];

    /** What no column feeds and no form has by itself: it is written where it belongs. */
    private const APART = ['role', 'note.text'];

    /** @param  array<string, Field>  $fields by key */
    private function __construct(private array $fields) {}

    public static function builtIn(): self
    {
        return new self(BaseFields::all());
    }

    /** @param  list<Field>  $fields  further ones, and those that stand in place of the ones with the same key */
    public function with(array $fields): self
    {
        return new self([...$this->fields, ...array_column($fields, null, 'key')]);
    }

    /** @return list<Field> those of the supporter that a row is about */
    public function all(): array
    {
        return array_values(
            array_filter($this->fields, static fn(Field $field): bool => !in_array($field->key, self::APART, true) && !$field->isRetired),
        );
    }

    /** @return list<Field> of one of the others that a row can tell of, with their full keys and labels */
    public function ofParty(string $party): array
    {
        return array_map(
            fn(Field $field): Field => $this->field("{$party}.{$field->key}"),
            array_values(array_filter($this->fields, static fn(Field $field): bool => self::isOf($party, $field->key))),
        );
    }

    public function has(string $key): bool
    {
        $target = Target::tryParse($key);

        return $target !== null &&
            isset($this->fields[$target->field]) &&
            self::isOf($target->party, $target->field) &&
            $target->key() === $key;
    }

    /**
     * @param  string  $key  as Target writes it
     * @return Field with the label of exactly that one, such as "Work address: City"
     *
     * @throws UnknownField
     */
    public function field(string $key): Field
    {
        $target = $this->has($key) ? Target::tryParse($key) : null;
        if ($target === null) {
            throw new UnknownField($key);
        }
        $field = $this->fields[$target->field];

        return $key === $field->key ? $field : $field->withLabel($key, $target->label($field->label));
    }

    /** What a field is called, also one of a person that no column feeds, such as "Household: Email"; the key itself if there is no such field. */
    public function label(string $key): string
    {
        $target = Target::tryParse($key);
        $field = $target === null ? null : $this->fields[$target->field] ?? null;

        return $target === null || $field === null ? $key : ($key === $field->key ? $field->label : $target->label($field->label));
    }

    /** @return list<Field> all of them, those of links and retired ones too */
    public function everything(): array
    {
        return array_values($this->fields);
    }

    private static function isOf(string $party, string $field): bool
    {
        if ($party === '') {
            return !in_array($field, self::APART, true);
        }
        foreach (self::OF_PARTIES[$party] ?? [] as $allowed) {
            if ($field === $allowed || (str_ends_with($allowed, '.') && str_starts_with($field, $allowed))) {
                return true;
            }
        }

        return false;
    }
}
