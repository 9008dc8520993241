<?php

declare(strict_types=1);

namespace Tests\Core\Standards;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Defaults;
use PineSieve\Core\Standards\Facts;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Limits;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\Uniques;
use PineSieve\Core\Standards\When;

final class RulesTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, mixed>, list<array<string, string>>, bool}> rule, record, gifts, whether it falls short */
    public static function records(): iterable
    {
        $us = ['addresses' => [['country' => 'US', 'city' => 'Dover']]];
        yield 'no address: there is no country to speak of' => ['postal', [], [], false];
        yield 'an address that says no country is at home' => ['postal', ['addresses' => [['city' => 'Dover', 'state' => 'NH']]], [], true];
        yield 'a province says which country' => ['postal', ['addresses' => [['city' => 'Banff', 'state' => 'AB']]], [], true];
        yield 'an address abroad' => ['postal', ['addresses' => [['country' => 'DE', 'city' => 'Bonn']]], [], false];
        yield 'an address of the US without its code' => ['postal', $us, [], true];
        yield 'with its code' => ['postal', ['addresses' => [['country' => 'US', 'postal_code' => '03820']]], [], false];
        yield 'one of two addresses lacks it' => [
            'postal',
            ['addresses' => [['country' => 'US', 'postal_code' => '03820'], ['country' => 'CA', 'city' => 'Banff']]],
            [],
            true,
        ];
        yield 'the code of another address does not help' => [
            'postal',
            ['addresses' => [['country' => 'DE', 'postal_code' => '53111'], ['country' => 'US']]],
            [],
            true,
        ];
        yield 'always, without an address' => ['line1', [], [], true];
        yield 'always, with one' => ['line1', ['addresses' => [['line1' => '1 Elm St']]], [], false];
        yield 'consent is yes' => ['email', ['fields' => ['consent_email' => 'yes']], [], true];
        yield 'consent is no' => ['email', ['fields' => ['consent_email' => 'no']], [], false];
        yield 'nobody has said' => ['email', [], [], false];
        yield 'consent is yes and there is one' => [
            'email',
            ['fields' => ['consent_email' => 'yes'], 'emails' => [['address' => 'a@example.org']]],
            [],
            false,
        ];
        yield 'a blank email is none' => ['email', ['fields' => ['consent_email' => 'yes'], 'emails' => [['address' => '']]], [], true];
        yield 'a gift without a fund' => ['fund', [], [['amount' => '5.00', 'kind' => 'cash']], true];
        yield 'a gift of no kind is not a pledge' => ['fund', [], [['amount' => '5.00']], true];
        yield 'a pledge' => ['fund', [], [['amount' => '5.00', 'kind' => 'pledge']], false];
        yield 'the second gift' => ['fund', [], [['fund' => 'General'], ['amount' => '5.00']], true];
        yield 'a split gift with a fund for each part' => [
            'fund',
            [],
            [['amount' => '5.00', 'fund' => 'Roof', 'splits' => "3.00 | Roof\n2.00 | Boat"]],
            false,
        ];
        yield 'a part of a split gift without one' => [
            'fund',
            [],
            [['amount' => '5.00', 'fund' => 'Roof', 'splits' => "3.00 | Roof\n2.00 |  | Spring"]],
            true,
        ];
        yield 'no gift' => ['fund', [], [], false];
        yield 'of organizations alone' => ['organization phone', [], [], false];
        yield 'an organization' => ['organization phone', ['fields' => ['kind' => 'organization']], [], true];
        yield 'one of several values of a list' => [
            'birds',
            ['custom' => [['field' => 'custom.birds', 'value' => "Gull\nTern"]]],
            [],
            true,
        ];
        yield 'another value of the list' => ['birds', ['custom' => [['field' => 'custom.birds', 'value' => 'Auk']]], [], false];
        yield 'two conditions, one holds' => ['two', ['fields' => ['consent_mail' => 'yes']], [], false];
        yield 'two conditions, both hold' => ['two', ['fields' => ['consent_mail' => 'yes', 'status' => 'active']], [], true];
        yield 'a group counts as its list' => ['group', ['memberships' => [['list' => 'tag', 'name' => 'Board']]], [], true];
        yield 'in a group' => ['group', ['memberships' => [['list' => 'group', 'name' => 'Board']]], [], false];
    }

    public function test_every_field_is_called_something_also_of_those_whom_no_column_feeds(): void
    {
        $labels = array_map(FieldCatalog::builtIn()->label(...), [
            'email',
            'household.email',
            'spouse.name.first',
            'email.work',
            'custom.gone',
            'no such field',
        ]);

        self::assertSame(['Email', 'Household: Email', 'Spouse: First name', 'Work email', 'custom.gone', 'no such field'], $labels);
    }

    /**
     * @param  array<string, mixed>  $record
     * @param  list<array<string, string>>  $gifts
     */
    #[DataProvider('records')]
    public function test_who_falls_short(string $rule, array $record, array $gifts, bool $isShort): void
    {
        $problems = (new Standards(self::catalog(), new Formats('2026-01-31'), [self::rules()[$rule]]))->problems(
            self::record($record),
            null,
            array_map(Gift::stored(...), $gifts),
        );

        self::assertSame($isShort, $problems !== []);
    }

    public function test_a_change_is_not_to_blame_for_what_was_missing_before(): void
    {
        $standards = new Standards(self::catalog(), new Formats('2026-01-31'), array_values(self::rules()));
        $before = self::record(['addresses' => [['country' => 'US']]]);

        self::assertSame([], $standards->problems($before, $before));
        $worse = self::record(['addresses' => [['country' => 'US']], 'fields' => ['consent_email' => 'yes']]);
        self::assertSame(['email.required'], array_column($standards->problems($worse, $before), 'code'));
    }

    /** @return iterable<string, array{string, string, string, bool}> rule, code, sentence, whether it blocks */
    public static function sentences(): iterable
    {
        yield 'two values' => ['postal', 'address.postal_code.required', 'Postal code is required where country is US or CA', true];
        yield 'one value' => ['email', 'email.required', 'Email is required where may be written to by email is yes', true];
        yield 'not' => ['fund', 'gift.fund.required', 'Gift fund is required where gift kind is not pledge', true];
        yield 'always' => ['line1', 'address.line1.required', 'Address, line 1 is required', true];
        yield 'wanted' => ['group', 'groups.wanted', 'Groups, by name is wanted', false];
        yield 'two conditions' => [
            'two',
            'notes.required',
            'Notes is required where may be written to by mail is yes and status is active',
            true,
        ];
    }

    #[DataProvider('sentences')]
    public function test_it_says_what_it_asks_for(string $rule, string $code, string $sentence, bool $blocks): void
    {
        $problem = self::rules()[$rule]->problem(self::catalog());

        self::assertSame([$code, $sentence, $blocks], [$problem->code, $problem->reason, $problem->blocks]);
    }

    /** @return iterable<string, array{FieldType, Limits, string, ?string}> type, limits, value, code of the fault */
    public static function limits(): iterable
    {
        yield 'not before' => [FieldType::Date, new Limits(least: '2000-01-01'), '1999-12-31', 'date.bounds'];
        yield 'on the day' => [FieldType::Date, new Limits(least: '2000-01-01'), '2000-01-01', null];
        yield 'today' => [FieldType::Date, new Limits(most: 'today'), '2026-02-01', 'date.bounds'];
        yield 'amounts are not text' => [FieldType::Amount, new Limits(most: '1000'), '999.99', null];
        yield 'too much' => [FieldType::Amount, new Limits(most: '1000'), '1000.01', 'number.bounds'];
        yield 'too little' => [FieldType::Number, new Limits(least: '-3'), '-10', 'number.bounds'];
        yield 'letters are counted, not bytes' => [FieldType::Text, new Limits(length: 3), 'äöü', null];
        yield 'too long' => [FieldType::Text, new Limits(length: 3), 'äöüß', 'text.length'];
        yield 'the whole value must fit' => [FieldType::Text, new Limits(pattern: '[A-Z]{2}\d{4}'), 'AB12345', 'text.pattern'];
        yield 'it fits' => [FieldType::Text, new Limits(pattern: '[A-Z]{2}\d{4}|~'), '~', null];
        yield 'no line break sneaks in' => [FieldType::Text, new Limits(pattern: 'A+'), "A\n", 'text.pattern'];
        yield 'an alternative is not a way out' => [FieldType::Text, new Limits(pattern: 'A|B'), 'AC', 'text.pattern'];
        yield 'a pattern that never ends refuses' => [
            FieldType::Text,
            new Limits(pattern: '(a+)+'),
            str_repeat('a', 5000) . 'b',
            'text.pattern',
        ];
        yield 'bounds say nothing of text' => [FieldType::Text, new Limits(least: '5'), '1', null];
    }

    #[DataProvider('limits')]
    public function test_limits_of_a_field(FieldType $type, Limits $limits, string $value, ?string $code): void
    {
        self::assertSame($code, $limits->fault($value, $type, '2026-01-31')?->code);
        self::assertEquals($limits, Limits::fromArray($limits->toArray()));
    }

    public function test_the_message_of_a_pattern_is_the_organization_s_own(): void
    {
        $fault = (new Limits(pattern: '\d+', example: '1203', message: 'badge numbers are digits'))->fault(
            'x',
            FieldType::Text,
            '2026-01-31',
        );

        self::assertSame(['"x": badge numbers are digits', 'Write it like 1203'], [$fault?->reason, $fault?->remedy]);
        self::assertFalse(Limits::isPattern('(['));
    }

    public function test_defaults_fill_what_nobody_said(): void
    {
        $defaults = new Defaults([
            'supporter' => ['consent.mail' => 'yes', 'groups' => 'Friends'],
            'organization' => ['consent.mail' => 'no'],
            'gift' => ['gift.fund' => 'General'],
        ]);
        $person = $defaults->fill(new IncomingRecord(SupporterKind::Person, new PersonName(last: 'Lee'), tags: ['x']));
        $company = $defaults->fill(new IncomingRecord(SupporterKind::Organization, new PersonName(), 'Lee Inc', groups: ['Board']));

        self::assertSame([['consent_mail' => 'yes'], ['Friends'], ['x']], [$person->further, $person->groups, $person->tags]);
        self::assertSame([['consent_mail' => 'no'], ['Board']], [$company->further, $company->groups]);
        self::assertSame(
            'yes',
            $defaults->fill(new IncomingRecord(SupporterKind::Person, new PersonName(last: 'Lee'), further: ['consent_mail' => 'yes']))
                ->further['consent_mail'],
        );
        self::assertSame(['General', 'Own'], [$defaults->fillGift(new Gift())->fund, $defaults->fillGift(new Gift(fund: 'Own'))->fund]);
    }

    public function test_values_that_only_one_may_have(): void
    {
        $catalog = self::catalog()->with([
            self::catalog()->field('email')->with(null, new Limits(isUnique: true)),
            self::catalog()->field('address.city')->with(null, new Limits(isUnique: true)),
        ]);
        $uniques = new Uniques($catalog);

        self::assertSame(['email'], array_column($uniques->fields, 'key'), 'A city is shared by nature.');
        self::assertSame(
            ['email' => ['a@example.org']],
            $uniques->of(self::record(['emails' => [['address' => 'A@example.org'], ['address' => 'a@example.org']]])),
        );
    }

    public function test_facts_of_every_field(): void
    {
        $facts = Facts::of(
            self::record([
                'fields' => ['first_name' => 'Ann', 'display_name' => 'Ann Lee'],
                'identifiers' => [['value' => '7']],
                'phones' => [['number' => '+1']],
                'links' => [['role' => 'Chair']],
            ]),
        );

        self::assertSame(
            [['Ann'], ['Ann Lee'], ['7'], ['+1'], ['Chair'], []],
            array_map($facts->all(...), ['name.first', 'name.full', 'id.old', 'phone', 'role', 'address.block']),
        );
    }

    private static function catalog(): FieldCatalog
    {
        return FieldCatalog::builtIn()->with([new Field('custom.birds', 'Birds', 'Own', FieldType::Choices)]);
    }

    /** @return array<string, RequiredRule> */
    private static function rules(): array
    {
        return [
            'postal' => new RequiredRule(1, RuleSubject::Supporter, 'address.postal_code', Strength::Must, [
                new When('address.country', When::IS, ['US', 'CA']),
            ]),
            'line1' => new RequiredRule(2, RuleSubject::Supporter, 'address.line1'),
            'email' => new RequiredRule(3, RuleSubject::Supporter, 'email', Strength::Must, [new When('consent.email', When::IS, ['yes'])]),
            'fund' => new RequiredRule(4, RuleSubject::Gift, 'gift.fund', Strength::Must, [
                new When('gift.kind', When::IS_NOT, ['pledge']),
            ]),
            'organization phone' => new RequiredRule(5, RuleSubject::Organization, 'phone'),
            'birds' => new RequiredRule(6, RuleSubject::Supporter, 'email', Strength::Must, [new When('custom.birds', When::IS, ['tern'])]),
            'two' => new RequiredRule(7, RuleSubject::Person, 'notes', Strength::Must, [
                new When('consent.mail', When::IS, ['yes']),
                new When('status', When::IS, ['active']),
            ]),
            'group' => new RequiredRule(8, RuleSubject::Supporter, 'groups', Strength::Should),
        ];
    }

    /** @param  array<string, mixed>  $parts */
    private static function record(array $parts): SupporterRecord
    {
        $list = static fn(string $name): array => array_map(
            static fn(array $values): RecordPart => new RecordPart(1, $values),
            $parts[$name] ?? [],
        );

        return new SupporterRecord(
            1,
            1,
            ['kind' => 'person', ...$parts['fields'] ?? []],
            $list('addresses'),
            $list('emails'),
            $list('phones'),
            $list('identifiers'),
            $list('memberships'),
            $list('custom'),
            $list('links'),
        );
    }
}
