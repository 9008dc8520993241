<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Names\SupporterKind;

/** The fields that every installation has, each with all that there is to say of it, in the order in which people look for them. */
final class BaseFields
{
    /** @var ?array<string, Field> */
    private static ?array $all = null;

    private function __construct() {}

    /** @return array<string, Field> by key */
    public static function all(): array
    {
        return self::$all ??= array_column(
            [
                ...self::ofRecord(),
                ...self::ofName(),
                ...self::ofAddress(),
                ...self::ofContact(),
                ...self::ofConsent(),
                ...self::ofGift(),
                ...self::ofPromise(),
            ],
            null,
            'key',
        );
    }

    /** @return list<Field> */
    private static function ofRecord(): array
    {
        $group = 'Record';
        $id = self::at('identifier', 'value');

        return [
            new Field(
                'kind',
                'Kind of record',
                $group,
                FieldType::RecordKind,
                nature: new FieldNature(self::at('supporter', 'kind'), isNeeded: true),
            ),
            new Field('supporter', 'Number in Pine Sieve', $group, FieldType::SupporterNumber, nature: new FieldNature(isNeeded: true)),
            new Field(
                'id.old',
                'Id in the old system',
                $group,
                FieldType::Identifier,
                nature: new FieldNature($id, canBeUnique: true, isNeeded: true, fedBy: ['id.other']),
            ),
            new Field(
                'id.other',
                'Id in another system',
                $group,
                FieldType::Identifier,
                named: true,
                nature: new FieldNature(isNeeded: true),
            ),
            new Field(
                'first_known',
                'First known on',
                $group,
                FieldType::Date,
                nature: new FieldNature(self::at('supporter', 'first_known_on'), canBeBlanked: true, unreadable: Unreadable::Without),
            ),
            new Field('status', 'Status', $group, FieldType::Status, nature: new FieldNature(self::at('supporter', 'status'))),
            new Field(
                'note.text',
                'Dated notes',
                $group,
                FieldType::LongText,
                nature: new FieldNature(self::at('note', 'text'), isNeeded: true),
            ),
            new Field(
                'notes',
                'Notes',
                $group,
                FieldType::LongText,
                nature: new FieldNature(self::at('supporter', 'notes'), canBeBlanked: true, merges: true, isJoined: true),
            ),
        ];
    }

    /** @return list<Field> */
    private static function ofName(): array
    {
        $group = 'Name';
        $text = FieldType::Text;
        $person = SupporterKind::Person;
        $part = static fn(string $column, bool $canBeBlanked = true): FieldNature => new FieldNature(
            self::at('supporter', $column),
            $person,
            isNamePart: true,
            isOfName: true,
            canBeBlanked: $canBeBlanked,
            isNeeded: true,
            merges: true,
            fedBy: ['name.full'],
        );
        $form = static fn(string $column): FieldNature => new FieldNature(self::at('supporter', $column), isOfName: true, isNeeded: true);
        $organization = new FieldNature(
            self::at('supporter', 'organization_name'),
            SupporterKind::Organization,
            isNamePart: true,
            isOfName: true,
            isNeeded: true,
            merges: true,
            fedBy: ['name.full'],
        );

        return [
            new Field('name.full', 'Name, in one', $group, FieldType::FullName, nature: new FieldNature(isNeeded: true)),
            new Field('name.title', 'Title', $group, $text, nature: $part('title')),
            new Field('name.first', 'First name', $group, $text, nature: $part('first_name')),
            new Field('name.middle', 'Middle name', $group, $text, nature: $part('middle_name')),
            new Field('name.last', 'Last name', $group, $text, nature: $part('last_name', false)),
            new Field('name.suffix', 'Suffix', $group, $text, nature: $part('suffix')),
            new Field(
                'name.nickname',
                'Nickname',
                $group,
                $text,
                nature: new FieldNature(
                    self::at('supporter', 'nickname'),
                    $person,
                    isOfName: true,
                    canBeBlanked: true,
                    isNeeded: true,
                    merges: true,
                ),
            ),
            new Field('name.greeting', 'Greeting, after "Dear"', $group, $text, nature: $form('greeting')),
            new Field('name.envelope', 'Name on envelopes', $group, $text, nature: $form('envelope_name')),
            new Field('organization.name', 'Organization name', $group, $text, nature: $organization),
            new Field(
                'birth_date',
                'Birth date',
                $group,
                FieldType::Date,
                nature: new FieldNature(
                    self::at('supporter', 'birth_date'),
                    $person,
                    canBeBlanked: true,
                    unreadable: Unreadable::Without,
                    merges: true,
                ),
            ),
            new Field('role', 'Role or job title', 'Links', $text, nature: new FieldNature(self::at('link', 'role'), isNeeded: true)),
        ];
    }

    /** @return list<Field> */
    private static function ofAddress(): array
    {
        $group = 'Address';
        $part = static fn(string $column, string ...$fedBy): FieldNature => new FieldNature(
            self::at('address', $column),
            fedBy: ['address.block', ...array_values($fedBy)],
        );

        return [
            new Field('address.block', 'Address, in one', $group, FieldType::AddressBlock, nature: new FieldNature(isNeeded: true)),
            new Field('address.line1', 'Address, line 1', $group, FieldType::Text, nature: $part('line1')),
            new Field('address.line2', 'Address, line 2', $group, FieldType::Text, nature: $part('line2')),
            new Field('address.city', 'City', $group, FieldType::Text, nature: $part('city')),
            new Field('address.state', 'State or province', $group, FieldType::State, nature: $part('state')),
            new Field('address.postal_code', 'Postal code', $group, FieldType::PostalCode, nature: $part('postal_code')),
            new Field(
                'address.country',
                'Country',
                $group,
                FieldType::Country,
                nature: $part('country', 'address.state', 'address.postal_code'),
            ),
            self::reachesNobody('address', 'Mail comes back from this address', $group),
        ];
    }

    /** @return list<Field> */
    private static function ofContact(): array
    {
        $way = static fn(string $subject, string $column): FieldNature => new FieldNature(
            self::at($subject, $column),
            canBeUnique: true,
            unreadable: Unreadable::Without,
        );

        return [
            new Field('email', 'Email', 'Ways to reach', FieldType::Email, nature: $way('email', 'address')),
            self::reachesNobody('email', 'Email comes back', 'Ways to reach'),
            new Field('phone', 'Phone', 'Ways to reach', FieldType::Phone, nature: $way('phone', 'number')),
            self::reachesNobody('phone', 'Phone reaches nobody', 'Ways to reach'),
        ];
    }

    /** What a column says of the address, email or phone beside it: it ends in the condition of that. */
    private static function reachesNobody(string $subject, string $label, string $group): Field
    {
        return new Field(
            "{$subject}.undeliverable",
            $label,
            $group,
            FieldType::YesNo,
            nature: new FieldNature(unreadable: Unreadable::Without),
        );
    }

    /** @return list<Field> */
    private static function ofConsent(): array
    {
        $group = 'Consent';
        $said = static fn(string $by): FieldNature => new FieldNature(self::at('supporter', "consent_{$by}"));
        $since = static fn(string $by): FieldNature => new FieldNature(
            self::at('supporter', "consent_{$by}_on"),
            unreadable: Unreadable::Without,
        );
        $names = static fn(string $list): FieldNature => new FieldNature(self::at('membership', 'name'), fedBy: ['group'], list: $list);

        return [
            new Field('consent.mail', 'May be written to by mail', $group, FieldType::Consent, nature: $said('mail')),
            new Field('consent.mail.date', 'Since when, by mail', $group, FieldType::Date, nature: $since('mail')),
            new Field('consent.email', 'May be written to by email', $group, FieldType::Consent, nature: $said('email')),
            new Field('consent.email.date', 'Since when, by email', $group, FieldType::Date, nature: $since('email')),
            new Field('consent.phone', 'May be called', $group, FieldType::Consent, nature: $said('phone')),
            new Field('consent.phone.date', 'Since when, by phone', $group, FieldType::Date, nature: $since('phone')),
            new Field('groups', 'Groups, by name', 'Groups and tags', FieldType::Names, nature: $names('group')),
            new Field('tags', 'Tags, by name', 'Groups and tags', FieldType::Names, nature: $names('tag')),
            new Field(
                'group',
                'In one group, yes or no',
                'Groups and tags',
                FieldType::YesNo,
                named: true,
                nature: new FieldNature(isNeeded: true),
            ),
        ];
    }

    /** @return list<Field> */
    private static function ofGift(): array
    {
        $group = 'Gift';
        $of = static fn(string $column, bool $isNeeded = false, bool $canBeUnique = false): FieldNature => new FieldNature(
            self::at('gift', $column),
            canBeUnique: $canBeUnique,
            isNeeded: $isNeeded,
        );

        return [
            new Field('gift.date', 'Gift date', $group, FieldType::Date, nature: $of('given_on', isNeeded: true)),
            new Field('gift.amount', 'Gift amount', $group, FieldType::Amount, nature: $of('amount', isNeeded: true)),
            new Field('gift.currency', 'Gift currency', $group, FieldType::Currency, nature: $of('currency', isNeeded: true)),
            new Field('gift.fund', 'Gift fund', $group, FieldType::Text, nature: $of('fund')),
            new Field('gift.campaign', 'Gift campaign', $group, FieldType::Text, nature: $of('campaign')),
            new Field('gift.appeal', 'Gift appeal', $group, FieldType::Text, nature: $of('appeal')),
            new Field('gift.kind', 'Gift kind', $group, FieldType::GiftKind, nature: $of('kind')),
            new Field('gift.reference', 'Gift reference', $group, FieldType::Identifier, nature: $of('reference', canBeUnique: true)),
            new Field('gift.splits', 'Gift split, in one', $group, FieldType::Splits, nature: $of('splits')),
            new Field(
                'gift.split.amount',
                'Gift split: amount',
                $group,
                FieldType::Amount,
                nature: new FieldNature(isNeeded: true, fedBy: ['gift.splits']),
            ),
            new Field('gift.credits', 'Gift credited to others', $group, FieldType::Credits, nature: $of('credits')),
            new Field('gift.credit.id', 'Gift credited to: id', $group, FieldType::Identifier, nature: new FieldNature(isNeeded: true)),
            new Field('gift.credit.amount', 'Gift credited: amount', $group, FieldType::Amount, nature: new FieldNature(isNeeded: true)),
            new Field(
                'gift.credit.share',
                'Gift credited: share in percent',
                $group,
                FieldType::Number,
                nature: new FieldNature(isNeeded: true),
            ),
            new Field('gift.description', 'Gift in kind: what it is', $group, FieldType::Text, nature: $of('description')),
            new Field('gift.units', 'Gift of stock: units', $group, FieldType::Number, nature: $of('units')),
            new Field('gift.tribute', 'Gift in honor or memory of', $group, FieldType::Text, nature: $of('tribute')),
            new Field(
                'gift.tribute.id',
                'Gift in honor or memory of: their id',
                $group,
                FieldType::Identifier,
                nature: new FieldNature(isNeeded: true),
            ),
            new Field('gift.tribute_kind', 'Gift honor or memory', $group, FieldType::TributeKind, nature: $of('tribute_kind')),
            new Field('gift.tell', 'Gift tribute: whom to tell', $group, FieldType::LongText, nature: $of('tell')),
            new Field('gift.anonymous', 'Gift is anonymous', $group, FieldType::YesNo, nature: $of('anonymous')),
            new Field('gift.receipt', 'Gift receipt number', $group, FieldType::Identifier, nature: $of('receipt', canBeUnique: true)),
            new Field('gift.receipt_date', 'Gift receipt date', $group, FieldType::Date, nature: $of('receipt_on')),
            new Field('gift.benefit', 'Gift: worth of what came in return', $group, FieldType::Amount, nature: $of('benefit')),
            new Field('gift.fee', 'Gift fee', $group, FieldType::Amount, nature: $of('fee')),
            new Field('gift.id', 'Gift id in the other system', $group, FieldType::Identifier, nature: $of('source_id')),
            new Field(
                'gift.refund_of',
                'Gift taken back: its id in the other system',
                $group,
                FieldType::Identifier,
                nature: new FieldNature(isNeeded: true),
            ),
            new Field(
                'gift.corrected',
                'Gift corrected: its id in the other system',
                $group,
                FieldType::Identifier,
                nature: new FieldNature(isNeeded: true),
            ),
            new Field('gift.reason', 'Gift taken back: why', $group, FieldType::Text, nature: $of('reason')),
            new Field(
                'gift.promise.id',
                'Gift pays a promise: its id in the other system',
                $group,
                FieldType::Identifier,
                nature: new FieldNature(isNeeded: true),
            ),
            new Field('gift.notes', 'Gift notes', $group, FieldType::LongText, nature: $of('notes')),
        ];
    }

    /** @return list<Field> */
    private static function ofPromise(): array
    {
        $group = 'Promise';
        $of = static fn(string $column, bool $isNeeded = false, bool $mayCome = false, string $listOf = ''): FieldNature => new FieldNature(
            self::at('promise', $column),
            isNeeded: $isNeeded,
            mayCome: $mayCome,
            listOf: $listOf,
        );

        return [
            new Field('promise.kind', 'Promise: pledge or recurring gift', $group, FieldType::PromiseKind, nature: $of('kind')),
            new Field('promise.date', 'Promise date', $group, FieldType::Date, nature: $of('promised_on', isNeeded: true)),
            new Field('promise.amount', 'Promise amount', $group, FieldType::Amount, nature: $of('amount', isNeeded: true)),
            new Field('promise.currency', 'Promise currency', $group, FieldType::Currency, nature: $of('currency', isNeeded: true)),
            new Field('promise.fund', 'Promise fund', $group, FieldType::Text, nature: $of('fund', listOf: 'gift.fund')),
            new Field('promise.campaign', 'Promise campaign', $group, FieldType::Text, nature: $of('campaign', listOf: 'gift.campaign')),
            new Field('promise.appeal', 'Promise appeal', $group, FieldType::Text, nature: $of('appeal', listOf: 'gift.appeal')),
            new Field('promise.frequency', 'Promise: how often', $group, FieldType::Frequency, nature: $of('frequency')),
            new Field('promise.start', 'Promise: first installment on', $group, FieldType::Date, nature: $of('starts_on', mayCome: true)),
            new Field('promise.installments', 'Promise: number of installments', $group, FieldType::Number, nature: $of('installments')),
            new Field('promise.end', 'Promise: no installment after', $group, FieldType::Date, nature: $of('ends_on', mayCome: true)),
            new Field('promise.course', 'Promise: changes, a line each', $group, FieldType::LongText, nature: $of('course')),
            new Field('promise.reference', 'Promise reference', $group, FieldType::Identifier, nature: $of('reference')),
            new Field('promise.id', 'Promise id in the other system', $group, FieldType::Identifier, nature: $of('source_id')),
            new Field('promise.written_off', 'Promise written off on', $group, FieldType::Date, nature: $of('written_off_on')),
            new Field('promise.reason', 'Promise written off: why', $group, FieldType::Text, nature: $of('written_off_reason')),
            new Field('promise.notes', 'Promise notes', $group, FieldType::LongText, nature: $of('notes')),
        ];
    }

    private static function at(string $subject, string $column): FieldPlace
    {
        return new FieldPlace($subject, $column);
    }
}
