<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Every field that a record can have, in the order in which people look for them. */
final readonly class FieldCatalog
{
    /** Fields of each of the others that a row can tell of; all others have none of them. */
    private const OF_PARTIES = [
        'spouse' => ['name.', 'email', 'phone', 'birth_date', 'id.old'],
        'child' => ['name.', 'email', 'phone', 'birth_date', 'id.old'],
        'contact' => ['name.', 'email', 'phone', 'role', 'id.old'],
        'employer' => ['organization.name', 'id.old', 'role'],
        'household' => ['organization.name', 'id.old'],
    ];

    /** Of several, those whose labels are known. */
    private const LABELLED = 12;

    /** @param  array<string, Field>  $fields by key */
    private function __construct(private array $fields) {}

    public static function builtIn(): self
    {
        $fields = [];
        foreach (
            [
                ['kind', 'Kind of record', 'Record', FieldType::RecordKind],
                ['supporter', 'Number in Pine Sieve', 'Record', FieldType::SupporterNumber],
                ['id.old', 'Id in the old system', 'Record', FieldType::Identifier],
                ['id.other', 'Id in another system', 'Record', FieldType::Identifier],
                ['first_known', 'First known on', 'Record', FieldType::Date],
                ['status', 'Status', 'Record', FieldType::Status],
                ['notes', 'Notes', 'Record', FieldType::LongText],
                ['name.full', 'Name, in one', 'Name', FieldType::FullName],
                ['name.title', 'Title', 'Name', FieldType::Text],
                ['name.first', 'First name', 'Name', FieldType::Text],
                ['name.middle', 'Middle name', 'Name', FieldType::Text],
                ['name.last', 'Last name', 'Name', FieldType::Text],
                ['name.suffix', 'Suffix', 'Name', FieldType::Text],
                ['name.nickname', 'Nickname', 'Name', FieldType::Text],
                ['name.greeting', 'Greeting, after "Dear"', 'Name', FieldType::Text],
                ['name.envelope', 'Name on envelopes', 'Name', FieldType::Text],
                ['organization.name', 'Organization name', 'Name', FieldType::Text],
                ['birth_date', 'Birth date', 'Name', FieldType::Date],
                ['role', 'Role or job title', 'Links', FieldType::Text],
                ['address.block', 'Address, in one', 'Address', FieldType::AddressBlock],
                ['address.line1', 'Address, line 1', 'Address', FieldType::Text],
                ['address.line2', 'Address, line 2', 'Address', FieldType::Text],
                ['address.city', 'City', 'Address', FieldType::Text],
                ['address.state', 'State or province', 'Address', FieldType::State],
                ['address.postal_code', 'Postal code', 'Address', FieldType::PostalCode],
                ['address.country', 'Country', 'Address', FieldType::Country],
                ['email', 'Email', 'Ways to reach', FieldType::Email],
                ['phone', 'Phone', 'Ways to reach', FieldType::Phone],
                ['consent.mail', 'May be written to by mail', 'Consent', FieldType::Consent],
                ['consent.mail.date', 'Since when, by mail', 'Consent', FieldType::Date],
                ['consent.email', 'May be written to by email', 'Consent', FieldType::Consent],
                ['consent.email.date', 'Since when, by email', 'Consent', FieldType::Date],
                ['consent.phone', 'May be called', 'Consent', FieldType::Consent],
                ['consent.phone.date', 'Since when, by phone', 'Consent', FieldType::Date],
                ['groups', 'Groups, by name', 'Groups and tags', FieldType::Names],
                ['tags', 'Tags, by name', 'Groups and tags', FieldType::Names],
                ['group', 'In one group, yes or no', 'Groups and tags', FieldType::YesNo],
                ['gift.date', 'Gift date', 'Gift', FieldType::Date],
                ['gift.amount', 'Gift amount', 'Gift', FieldType::Amount],
                ['gift.currency', 'Gift currency', 'Gift', FieldType::Currency],
                ['gift.fund', 'Gift fund', 'Gift', FieldType::Text],
                ['gift.campaign', 'Gift campaign', 'Gift', FieldType::Text],
                ['gift.appeal', 'Gift appeal', 'Gift', FieldType::Text],
                ['gift.kind', 'Gift kind', 'Gift', FieldType::GiftKind],
                ['gift.reference', 'Gift reference', 'Gift', FieldType::Identifier],
                ['gift.tribute', 'Gift in honor or memory of', 'Gift', FieldType::Text],
                ['gift.anonymous', 'Gift is anonymous', 'Gift', FieldType::YesNo],
                ['gift.notes', 'Gift notes', 'Gift', FieldType::LongText],
            ]
            as [$key, $label, $group, $type]
        ) {
            $fields[$key] = new Field($key, $label, $group, $type, named: $key === 'group' || $key === 'id.other');
        }

        return new self($fields);
    }

    /** @param  list<Field>  $fields  further ones, and those that stand in place of the ones with the same key */
    public function with(array $fields): self
    {
        return new self([...$this->fields, ...array_column($fields, null, 'key')]);
    }

    /** @return list<Field> those of the supporter that a row is about */
    public function all(): array
    {
        return array_values(array_filter($this->fields, static fn(Field $field): bool => $field->key !== 'role' && !$field->isRetired));
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

    /** The key of a field by its exact label, also of one of several: "Gift 2 date", "Spouse: First name". Null if it is nobody's label. */
    public function keyByLabel(string $label): ?string
    {
        $wanted = mb_strtolower(trim($label));
        $parties = array_merge(...array_map($this->ofParty(...), array_keys(Target::PARTIES)));
        foreach ([...$this->all(), ...$parties] as $field) {
            $target = Target::tryParse($field->key) ?? throw new \LogicException('A field has a target.');
            $head = explode('.', $target->field)[0];
            foreach (['', ...Target::KINDS[$head] ?? []] as $kind) {
                for ($number = 1; $number <= ($target->party === 'child' || isset(Target::KINDS[$head]) ? self::LABELLED : 1); $number++) {
                    $one =
                        $target->party === 'child' && !isset(Target::KINDS[$head])
                            ? $target->with(partyNumber: $number)
                            : $target->with(kind: $kind, number: $number);
                    if (mb_strtolower($this->field($one->key())->label) === $wanted) {
                        return $one->key();
                    }
                }
            }
        }

        return null;
    }

    /** @return list<Field> all of them, those of links and retired ones too */
    public function everything(): array
    {
        return array_values($this->fields);
    }

    private static function isOf(string $party, string $field): bool
    {
        if ($party === '') {
            return $field !== 'role';
        }
        foreach (self::OF_PARTIES[$party] ?? [] as $allowed) {
            if ($field === $allowed || (str_ends_with($allowed, '.') && str_starts_with($field, $allowed))) {
                return true;
            }
        }

        return false;
    }
}
