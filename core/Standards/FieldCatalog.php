<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Every field that a record can have, in the order in which people look for them. */
final readonly class FieldCatalog
{
    /** @param  array<string, Field>  $fields by key */
    private function __construct(private array $fields)
    {
    }

    public static function builtIn(): self
    {
        $fields = [];
        foreach ([
            ['name.full', 'Name, in one', 'Name', FieldType::FullName],
            ['name.title', 'Title', 'Name', FieldType::Text],
            ['name.first', 'First name', 'Name', FieldType::Text],
            ['name.middle', 'Middle name', 'Name', FieldType::Text],
            ['name.last', 'Last name', 'Name', FieldType::Text],
            ['name.suffix', 'Suffix', 'Name', FieldType::Text],
            ['organization.name', 'Organization name', 'Name', FieldType::Text],
            ['address.block', 'Address, in one', 'Address', FieldType::AddressBlock],
            ['address.line1', 'Address, line 1', 'Address', FieldType::Text],
            ['address.line2', 'Address, line 2', 'Address', FieldType::Text],
            ['address.city', 'City', 'Address', FieldType::Text],
            ['address.state', 'State or province', 'Address', FieldType::State],
            ['address.postal_code', 'Postal code', 'Address', FieldType::PostalCode],
            ['address.country', 'Country', 'Address', FieldType::Country],
            ['email', 'Email', 'Ways to reach', FieldType::Email],
            ['phone', 'Phone', 'Ways to reach', FieldType::Phone],
            ['id.old', 'Id in the old system', 'Record', FieldType::Identifier],
            ['first_known', 'First known on', 'Record', FieldType::Date],
            ['gift.date', 'Gift date', 'Gift', FieldType::Date],
            ['gift.amount', 'Gift amount', 'Gift', FieldType::Amount],
            ['gift.fund', 'Gift fund', 'Gift', FieldType::Text],
            ['gift.kind', 'Gift kind', 'Gift', FieldType::GiftKind],
            ['gift.reference', 'Gift reference', 'Gift', FieldType::Identifier],
        ] as [$key, $label, $group, $type]) {
            $fields[$key] = new Field($key, $label, $group, $type);
        }

        return new self($fields);
    }

    /** @return list<Field> */
    public function all(): array
    {
        return array_values($this->fields);
    }

    public function has(string $key): bool
    {
        return isset($this->fields[$key]);
    }

    /** @throws UnknownField */
    public function field(string $key): Field
    {
        return $this->fields[$key] ?? throw new UnknownField($key);
    }
}
