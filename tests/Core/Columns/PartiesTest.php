<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\FedValue;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Columns\Party;
use PineSieve\Core\Columns\PartyLink;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Columns\Steps\People;
use PineSieve\Core\Columns\Steps\Split;
use PineSieve\Core\Columns\Steps\Step;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\PickList;
use PineSieve\Core\Standards\Standards;

/** A row as the supporters that it tells of. */
final class PartiesTest extends TestCase
{
    /**
     * @param  array<string, string>  $row  target to cell
     * @param  array<string, list<Step>>  $steps  by target
     * @param  list<Constant>  $constants
     */
    private static function map(array $row, array $steps = [], array $constants = [], bool $linkOrganizations = false): MappedRow
    {
        $choices = array_map(
            static fn(string $target): ColumnChoice => new ColumnChoice(
                $target,
                ColumnState::Sure,
                '',
                [new Feed($target, $target === 'group' ? 'Board' : ($target === 'id.other' ? 'Mail list' : ''))],
                new Steps($steps[$target] ?? []),
            ),
            array_keys($row),
        );
        $catalog = FieldCatalog::builtIn()->with([
            new Field('custom.shirt', 'Shirt', 'Own', FieldType::Choice, PickList::of(['Small', 'Large'])),
            new Field('custom.birds', 'Birds', 'Own', FieldType::Choices, PickList::of(['Gull', 'Tern'])),
        ]);

        return (new RowMapper(
            new ColumnPlan($choices, $constants, $linkOrganizations),
            new Standards($catalog, new Formats('2026-01-31')),
        ))->map(array_values($row));
    }

    public function test_whom_to_tell_may_stand_in_several_columns(): void
    {
        $choices = array_map(
            static fn(string $header, string $target): ColumnChoice => new ColumnChoice($header, ColumnState::Sure, '', [
                new Feed($target),
            ]),
            ['Name', 'Day', 'Sum', 'Notify', 'Notify address', 'Memo', 'Message'],
            ['name.full', 'gift.date', 'gift.amount', 'gift.tell', 'gift.tell', 'gift.notes', 'gift.notes'],
        );
        $mapper = new RowMapper(new ColumnPlan($choices), new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));
        $gift = $mapper->map(['Ann Lee', '2026-01-05', '25', 'Bo Park', '61 Court St', '', 'With love'])->record()->gifts[0];

        self::assertSame(["Bo Park\n61 Court St", 'With love'], [$gift->tell, $gift->notes]);
    }

    public function test_nobody_lives_where_the_other_one_works(): void
    {
        $row = [
            'name.full' => 'Ann Lee',
            'spouse.name.full' => 'Bo Lee',
            'address.work.line1' => '9 Court St',
            'address.work.city' => 'Keene',
        ];
        $streets = static fn(MappedRow $row): array => array_map(
            static fn(Party $party): array => array_map(
                static fn(IncomingAddress $address): string => $address->stored->line1,
                $party->record->addresses,
            ),
            $row->parties,
        );

        self::assertSame([['9 Court St'], [], []], $streets(self::map($row)));
        self::assertSame(
            [['9 Court St', '12 Elm St'], ['12 Elm St'], ['12 Elm St']],
            $streets(self::map([...$row, 'address.2.line1' => '12 Elm St', 'address.2.city' => 'Dover'])),
        );
    }

    public function test_a_spouse_has_a_status_and_consents_but_is_nobody_by_them(): void
    {
        $row = [
            'name.full' => 'Ann Lee',
            'consent.mail' => 'yes',
            'spouse.name.full' => 'Bo Lee',
            'spouse.status' => 'deceased',
            'spouse.consent.mail' => 'no',
        ];
        [$ann, $bo] = self::map($row)->parties;
        self::assertSame(['consent_mail' => 'yes'], $ann->record->further);
        self::assertSame(['status' => 'deceased', 'consent_mail' => 'no'], $bo->record->further);

        $alone = self::map(['spouse.name.full' => ''] + $row);
        self::assertSame(['person Ann Lee'], self::parties($alone));
        self::assertSame(
            ['spouse.consent.mail', 'spouse.status'],
            array_map(static fn(FedValue $value): string => $value->target->key(), $alone->details),
        );
    }

    public function test_whom_nobody_names_is_not_added(): void
    {
        $office = self::map(['organization.name' => 'Acme', 'contact.email' => 'info@example.org', 'contact.phone' => '207-555-0101']);
        self::assertSame(['organization Acme'], self::parties($office));
        self::assertSame(
            ['info@example.org', '+12075550101'],
            [$office->record()->emails[0]->value, $office->record()->phones[0]->value],
            'What reaches a nameless contact person reaches the organization.',
        );
        $couple = self::map([
            'name.full' => 'Ann Lee',
            'spouse.name.last' => 'Lee',
            'spouse.email' => 'b@example.org',
            'child.birth_date' => '2015-02-03',
        ]);
        self::assertSame(['person Ann Lee'], self::parties($couple));
        self::assertSame("Spouse: b@example.org\nChild: 2015-02-03", $couple->record()->further['notes']);
        self::assertSame(['spouse.nameless', 'child.nameless'], array_column($couple->problems, 'code'));
        self::assertSame([], array_filter(array_column($couple->problems, 'blocks')));
        // An id is enough: the other row may say who it is.
        self::assertCount(3, self::map(['name.full' => 'Ann Lee', 'spouse.id.old' => '77', 'spouse.email' => 'b@example.org'])->parties);
    }

    public function test_what_reaches_nobody_is_marked_by_kind_and_number_or_is_the_first(): void
    {
        $row = [
            'name.full' => 'Ann Lee',
            'email' => 'a@example.org',
            'email.work' => 'w@example.org',
            'email.undeliverable' => 'no',
            'email.work.undeliverable' => 'yes',
            'phone.mobile' => '207-555-0101',
            'phone.undeliverable' => 'x',
            'address.home.line1' => '1 Elm St',
            'address.work.line1' => '2 Oak Rd',
            'address.undeliverable' => 'Y',
        ];
        $record = self::map($row)->record();

        self::assertSame([false, true], array_column($record->emails, 'isDead'));
        self::assertSame([true], array_column($record->phones, 'isDead'));
        self::assertSame([true, false], array_column($record->addresses, 'isDead'));
        self::assertSame([false, false], array_column(self::map([...$row, 'email.work.undeliverable' => ''])->record()->emails, 'isDead'));
        $doubted = self::map([...$row, 'email.work.undeliverable' => 'perhaps']);
        self::assertSame(
            [['yesno.form', false]],
            array_map(static fn($problem): array => [$problem->code, $problem->blocks], $doubted->problems),
        );
        self::assertSame([], self::map(['name.full' => 'Ann Lee', 'address.undeliverable' => 'yes'])->record()->addresses);
    }

    public function test_several_columns_of_notes_are_lines_of_them(): void
    {
        $choices = array_map(
            static fn(string $target): ColumnChoice => new ColumnChoice($target, ColumnState::Sure, '', [new Feed($target)]),
            ['name.full', 'notes', 'notes'],
        );
        $mapper = new RowMapper(new ColumnPlan($choices), new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));

        self::assertSame("Likes terns\nCall first", $mapper->map(['Ann Lee', 'Likes terns', 'Call first'])->record()->further['notes']);
        self::assertSame("a\nb\nWith the name: c/o Bo", $mapper->map(['Ann Lee (c/o Bo)', 'a', 'b'])->record()->further['notes']);
    }

    /** @return list<string> such as "spouse: person Mary Smith" */
    private static function parties(MappedRow $row): array
    {
        return array_map(
            static fn(Party $party): string => trim("{$party->role}: {$party->record->kind->value} {$party->record->display()}", ': '),
            $row->parties,
        );
    }

    /** @return list<string> */
    private static function links(MappedRow $row): array
    {
        return array_map(
            static fn(PartyLink $link): string => "{$link->from}>{$link->kind->value}>{$link->to}" .
                ($link->as === '' ? '' : " as {$link->as}"),
            $row->links,
        );
    }

    /** @return iterable<string, array{array<string, string>, array<string, string>, string}> row, what is known beside the name, the name that is shown */
    public static function remarks(): iterable
    {
        yield 'a nickname' => [['name.full' => 'Robert "Bob" Lee'], ['nickname' => 'Bob'], 'Robert Lee'];
        yield 'a nickname of its own column stays' => [
            ['name.full' => 'Robert "Bob" Lee', 'name.nickname' => 'Rob'],
            ['nickname' => 'Rob', 'notes' => 'With the name: Bob'],
            'Robert Lee',
        ];
        yield 'dead' => [['name.full' => 'Lee, Ann (deceased)'], ['status' => 'deceased'], 'Ann Lee'];
        yield 'dead, in a column of last names' => [
            ['name.first' => 'Ann', 'name.last' => "Lee - Dec'd"],
            ['status' => 'deceased'],
            'Ann Lee',
        ];
        yield 'what is said of it stays' => [
            ['name.full' => 'Ann Lee (deceased)', 'status' => 'inactive'],
            ['status' => 'inactive', 'notes' => 'With the name: deceased'],
            'Ann Lee',
        ];
        yield 'anything else is noted' => [
            ['name.first' => 'Ann (Park)', 'name.last' => 'Lee [moved]', 'notes' => 'sings'],
            ['notes' => "sings\nWith the name: Park\nWith the name: moved"],
            'Ann Lee',
        ];
        yield 'an organization is called so' => [['name.full' => 'Harbor Bank (Dover)'], [], 'Harbor Bank (Dover)'];
        yield 'so is what is said to be one' => [['name.full' => 'Seabird Watch (Dover)', 'kind' => 'Org'], [], 'Seabird Watch (Dover)'];
        yield 'nobody knows which of two' => [['name.full' => 'John (deceased) & Mary Lee'], [], 'John (deceased) & Mary Lee'];
        yield 'nothing else is there' => [['name.full' => '(deceased)'], [], '(deceased)'];
    }

    /**
     * @param  array<string, string>  $row
     * @param  array<string, string>  $known
     */
    #[DataProvider('remarks')]
    public function test_what_stands_beside_a_name_goes_where_it_belongs(array $row, array $known, string $name): void
    {
        $record = self::map($row)->parties[0]->record;

        self::assertEquals([$name, $known], [$record->display(), $record->further]);
    }

    public function test_each_of_two_has_what_is_said_of_each(): void
    {
        $mapped = self::map(['name.full' => 'John (Jack) & Mary Lee (deceased)'], ['name.full' => [new People()]]);

        self::assertSame(['person John Lee', 'spouse: person Mary Lee', 'household: household John & Mary Lee'], self::parties($mapped));
        self::assertSame(
            [['nickname' => 'Jack'], ['status' => 'deceased']],
            [$mapped->parties[0]->record->further, $mapped->parties[1]->record->further],
        );
    }

    /** @return iterable<string, array{array<string, string>, list<string>, list<string>}> */
    public static function rows(): iterable
    {
        $ann = ['name.first' => 'Ann', 'name.last' => 'Lee'];
        yield 'a person' => [$ann, ['person Ann Lee'], []];
        yield 'a spouse makes a household' => [
            [...$ann, 'spouse.name.first' => 'Bo', 'spouse.name.last' => 'Park'],
            ['person Ann Lee', 'spouse: person Bo Park', 'household: household Ann Lee & Bo Park'],
            ['>spouse>spouse', '>member>household', 'spouse>member>household'],
        ];
        yield 'a spouse without a last name has the same' => [
            [...$ann, 'spouse.name.first' => 'Bo'],
            ['person Ann Lee', 'spouse: person Bo Lee', 'household: household Ann & Bo Lee'],
            ['>spouse>spouse', '>member>household', 'spouse>member>household'],
        ];
        yield 'a blank spouse is none' => [[...$ann, 'spouse.name.first' => ' ', 'spouse.email' => ''], ['person Ann Lee'], []];
        yield 'children by first name' => [
            [...$ann, 'child.name.full' => 'Cy', 'child.2.name.full' => 'Dee Park'],
            ['person Ann Lee', 'child: person Cy Lee', 'child.2: person Dee Park'],
            ['child>child>', 'child.2>child>'],
        ];
        yield 'an employer' => [
            [...$ann, 'employer.organization.name' => 'Acme', 'employer.role' => 'Treasurer'],
            ['person Ann Lee', 'employer: organization Acme'],
            ['>employee>employer as Treasurer'],
        ];
        yield 'a role alone is no employer' => [[...$ann, 'employer.role' => 'Treasurer'], ['person Ann Lee'], []];
        yield 'an organization and its contact' => [
            ['organization.name' => 'Acme', 'contact.name.full' => 'Ann Lee', 'contact.role' => 'Director'],
            ['organization Acme', 'contact: person Ann Lee'],
            ['contact>contact> as Director'],
        ];
        yield 'a contact of nobody is whom the row is about' => [
            ['organization.name' => '', 'contact.name.full' => 'Ann Lee'],
            ['person Ann Lee'],
            [],
        ];
        yield 'a household by name' => [
            [...$ann, 'household.organization.name' => 'The Lees'],
            ['person Ann Lee', 'household: household The Lees'],
            ['>member>household'],
        ];
        yield 'two people in a cell, left as they are' => [['name.full' => 'John & Mary Smith'], ['household John & Mary Smith'], []];
        yield 'the kind is said' => [['name.full' => 'Seabird Watch', 'kind' => 'Org'], ['organization Seabird Watch'], []];
        yield 'a family is said' => [['name.full' => 'The Smiths', 'kind' => 'family'], ['household The Smiths'], []];
    }

    /**
     * @param  array<string, string>  $row
     * @param  list<string>  $parties
     * @param  list<string>  $links
     */
    #[DataProvider('rows')]
    public function test_whom_a_row_tells_of(array $row, array $parties, array $links): void
    {
        $mapped = self::map($row);

        self::assertSame([$parties, $links, []], [self::parties($mapped), self::links($mapped), $mapped->problems]);
    }

    public function test_two_people_in_a_cell_become_two_by_a_step(): void
    {
        $row = self::map(['name.full' => 'Dr. Ann Lee and Mr. Bo Park', 'email' => 'a@example.org'], ['name.full' => [new People()]]);

        self::assertSame(['person Ann Lee', 'spouse: person Bo Park', 'household: household Ann Lee & Bo Park'], self::parties($row));
        self::assertSame(
            [1, 0],
            [count($row->parties[0]->record->emails), count($row->parties[1]->record->emails)],
            'The email is of the first.',
        );
        self::assertSame(
            ['person John Smith', 'spouse: person Mary Smith', 'household: household John & Mary Smith'],
            self::parties(self::map(['name.first' => 'John & Mary', 'name.last' => 'Smith'], ['name.first' => [new People()]])),
        );
        self::assertSame(['person Ann Lee'], self::parties(self::map(['name.full' => 'Ann Lee'], ['name.full' => [new People()]])));
    }

    public function test_organizations_of_people_are_linked_if_asked(): void
    {
        $row = ['organization.name' => 'Acme', 'name.first' => 'Ann', 'name.last' => 'Lee'];

        self::assertSame(['Acme', 1], [self::map($row)->record()->organization, count(self::map($row)->parties)]);
        self::assertSame(['person Ann Lee', 'employer: organization Acme'], self::parties(self::map($row, linkOrganizations: true)));
        self::assertSame(
            ['organization Acme'],
            self::parties(self::map(['organization.name' => 'Acme', 'name.first' => '', 'name.last' => ''], linkOrganizations: true)),
        );
    }

    public function test_several_ways_to_reach(): void
    {
        $record = self::map(
            [
                'name.last' => 'Lee',
                'email' => 'a@example.org; b@example.org',
                'email.work' => 'w@example.org',
                'email.2' => 'a@example.org',
                'phone.mobile' => '207-555-0143',
                'phone' => '207-555-0144',
                'address.home.line1' => '12 Elm St',
                'address.home.city' => 'Dover',
                'address.work.block' => '1 Main St, Saco, ME 04072',
            ],
            ['email' => [new Split(';')]],
        )->record();

        self::assertSame(
            ['a@example.org|', 'b@example.org|', 'w@example.org|work'],
            array_map(static fn($email): string => "{$email->value}|{$email->kind}", $record->emails),
        );
        self::assertSame(
            ['+12075550144|', '+12075550143|mobile'],
            array_map(static fn($phone): string => "{$phone->value}|{$phone->kind}", $record->phones),
        );
        self::assertSame(
            ['home|12 Elm St, Dover, US', 'work|1 Main St, Saco, ME 04072, US'],
            array_map(static fn($address): string => "{$address->kind}|{$address->standard->line()}", $record->addresses),
        );
    }

    public function test_several_values_where_one_can_be_are_a_problem(): void
    {
        self::assertSame(
            ['several'],
            array_column(self::map(['name.last' => 'Lee;Park'], ['name.last' => [new Split(';')]])->problems, 'code'),
        );
    }

    public function test_repeated_gifts(): void
    {
        $row = self::map([
            'name.last' => 'Lee',
            'gift.date' => '2020-01-02',
            'gift.amount' => '25',
            'gift.2.date' => '',
            'gift.2.amount' => '',
            'gift.3.date' => '2020-03-04',
            'gift.3.amount' => '30',
            'gift.3.fund' => 'Boat',
        ]);

        self::assertSame(
            ['2020-01-02|25.00|', '2020-03-04|30.00|Boat'],
            array_map(static fn(Gift $gift): string => "{$gift->date}|{$gift->amount}|{$gift->fund}", $row->record()->gifts),
        );
        self::assertSame('55.00', $row->money->in('USD'));
        self::assertSame(['gift.date.required'], array_column(self::map(['name.last' => 'Lee', 'gift.2.amount' => '5'])->problems, 'code'));
    }

    public function test_constants_fill_but_make_nothing_out_of_nothing(): void
    {
        $constants = [
            new Constant('gift.fund', 'Boat'),
            new Constant('gift.date', '2020-12-31'),
            new Constant('address.country', 'US'),
            new Constant('groups', 'Old list'),
            new Constant('name.title', 'Dr.', false),
        ];
        $none = self::map(['name.last' => 'Lee', 'gift.amount' => '', 'name.title' => 'Mr.'], [], $constants)->record();
        self::assertSame([[], [], ['Old list'], 'Dr.'], [$none->gifts, $none->addresses, $none->groups, $none->name->title]);

        $gift = self::map(['name.last' => 'Lee', 'gift.amount' => '5', 'gift.fund' => 'Nets'], [], $constants)->record()->gifts[0];
        self::assertSame(['2020-12-31', 'Nets'], [$gift->date, $gift->fund], 'What the row says stays.');
    }

    public function test_groups_tags_consents_ids_and_fields_of_ones_own(): void
    {
        $row = self::map(
            [
                'name.last' => 'Lee',
                'groups' => 'Friends; Crew',
                'group' => 'x',
                'tags' => 'VIP',
                'consent.email' => 'Unsubscribed',
                'consent.mail' => 'Y',
                'id.old' => '007',
                'id.other' => 'M-1',
                'custom.shirt' => 'LARGE',
                'custom.birds' => 'tern|gull',
                'birth_date' => '1970-02-03',
            ],
            ['groups' => [new Split()], 'custom.birds' => [new Split()]],
        );
        $record = $row->record();

        self::assertSame([['Friends', 'Crew', 'Board'], ['VIP']], [$record->groups, $record->tags]);
        self::assertSame(
            ['no', 'yes', '1970-02-03'],
            [$record->further['consent_email'], $record->further['consent_mail'], $record->further['birth_date']],
        );
        self::assertSame(['old database|007', 'mail list|m-1'], array_map(static fn($id): string => $id->sameness(), $record->identifiers));
        self::assertSame(['custom.shirt' => 'Large', 'custom.birds' => "Tern\nGull"], $record->custom);
        self::assertSame([], self::map(['name.last' => 'Lee', 'group' => 'no'])->record()->groups);
        self::assertSame(['list.unknown'], array_column(self::map(['name.last' => 'Lee', 'custom.shirt' => 'Huge'])->problems, 'code'));
    }

    public function test_what_is_wrong_with_another_person_holds_the_row(): void
    {
        $row = self::map(['organization.name' => 'Acme', 'contact.name.first' => 'Ann', 'contact.email' => 'ann@example.org']);

        self::assertSame(['contact.name.required'], array_column($row->problems, 'code'));
        self::assertSame(['email.form'], array_column(self::map(['name.last' => 'Lee', 'spouse.email' => 'bo'])->problems, 'code'));
    }
}
