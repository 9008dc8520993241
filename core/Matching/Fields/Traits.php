<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Records\UnreadValue;
use PineSieve\Core\Standards\FieldPlace;

/** What a record is compared by, whether it is stored or on its way in. */
final class Traits
{
    /** @var array<string, list<list<string>>> by preparation: several judges look at one record */
    private array $prepared = [];

    /**
     * @param  list<array{Address, Address}>  $addresses  as written, and in standard form
     * @param  list<string>  $emails
     * @param  list<string>  $phones  E.164 where they could be read so
     * @param  list<Identifier>  $identifiers
     * @param  array<string, string>  $fields  column of the supporter to its value
     * @param  array<string, string>  $custom  key of a custom field to its value
     * @param  list<string>  $groups  names of groups
     * @param  list<string>  $tags  names of tags
     */
    public function __construct(
        public readonly SupporterKind $kind,
        public readonly PersonName $name,
        public readonly string $display,
        public readonly array $addresses = [],
        public readonly array $emails = [],
        public readonly array $phones = [],
        public readonly array $identifiers = [],
        public readonly array $fields = [],
        public readonly array $custom = [],
        public readonly array $groups = [],
        public readonly array $tags = [],
    ) {}

    public static function ofIncoming(IncomingRecord $record): self
    {
        return new self(
            $record->kind,
            $record->name,
            $record->display(),
            array_map(static fn(IncomingAddress $address): array => [$address->stored, $address->standard], $record->addresses),
            array_map(static fn(ContactPoint $email): string => $email->value, $record->emails),
            [...array_map(static fn(ContactPoint $phone): string => $phone->value, $record->phones), ...self::unreadPhones($record)],
            $record->identifiers,
            $record->fields(),
            $record->custom,
            $record->groups,
            $record->tags,
        );
    }

    /**
     * Numbers that cannot exist, with an area code that nobody has, are told and not stored. Who has the same is as likely the same.
     *
     * @return list<string>
     */
    private static function unreadPhones(IncomingRecord $record): array
    {
        $texts = array_map(static fn(UnreadValue $one): string => $one->field === 'phone' ? $one->text : '', $record->unread);

        return array_values(
            array_filter($texts, static function (string $text): bool {
                $digits = ltrim((string) preg_replace('/\D/', '', $text), '1');

                return preg_match('/^[\d\s().+\/-]+$/', $text) === 1 &&
                    strlen($digits) === 10 &&
                    count(array_unique(str_split($digits))) > 3;
            }),
        );
    }

    public static function ofStored(SupporterRecord $record, AddressStandardizer $standardizer): self
    {
        $names = static fn(string $list): array => array_values(
            array_map(
                static fn(RecordPart $part): string => $part->value('name'),
                array_filter($record->memberships, static fn(RecordPart $part): bool => $part->value('list') === $list),
            ),
        );
        $custom = [];
        foreach ($record->custom as $part) {
            $custom[$part->value('field')] = $part->value('value');
        }

        return new self(
            $record->kind(),
            $record->name(),
            $record->field('display_name'),
            array_map(static function (RecordPart $part) use ($standardizer): array {
                $address = Address::fromParts($part->values);

                return [$address, $standardizer->standardize($address)->standard];
            }, $record->addresses),
            array_map(static fn(RecordPart $part): string => $part->value('address'), $record->emails),
            array_map(static fn(RecordPart $part): string => $part->value('number'), $record->phones),
            array_map(
                static fn(RecordPart $part): Identifier => new Identifier($part->value('system'), $part->value('value')),
                $record->identifiers,
            ),
            array_map(strval(...), $record->fields),
            $custom,
            $names('group'),
            $names('tag'),
        );
    }

    /** @return list<list<string>> what a comparer makes of the record */
    public function prepared(FieldComparer $comparer): array
    {
        return $this->prepared[$comparer->preparation()] ??= $comparer->values($this);
    }

    /**
     * What the record says in a field of the catalog.
     *
     * @return list<string> none of them blank
     */
    public function of(string $field): array
    {
        $place = FieldPlace::of($field);
        $values = match ($place?->subject) {
            'custom' => explode("\n", $this->custom[$field] ?? ''),
            'email' => $this->emails,
            'phone' => $this->phones,
            'address' => array_map(static fn(array $address): string => $address[1]->parts()[$place->column] ?? '', $this->addresses),
            'identifier' => array_map(static fn(Identifier $identifier): string => $identifier->value, $this->identifiers),
            'membership' => $field === 'tags' ? $this->tags : $this->groups,
            'supporter' => [$this->fields[$place->column] ?? ''],
            default => [],
        };

        return array_values(array_filter($values, static fn(string $value): bool => $value !== ''));
    }
}
