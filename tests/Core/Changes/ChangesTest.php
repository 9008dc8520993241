<?php

declare(strict_types=1);

namespace Tests\Core\Changes;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Effects;
use PineSieve\Core\Changes\FieldGroup;
use PineSieve\Core\Changes\LeftAsItIs;
use PineSieve\Core\Changes\MatchEffect;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftTotals;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldPlace;

final class ChangesTest extends TestCase
{
    private static function record(
        string $name = 'Ann Lee',
        string $email = '',
        string $phone = '',
        ?Address $address = null,
        string $id = '',
        ?Gift $gift = null,
        string $firstKnown = '',
    ): IncomingRecord {
        return new IncomingRecord(
            SupporterKind::Person,
            WrittenName::parse($name)->person,
            '',
            '',
            $firstKnown === '' ? [] : ['first_known_on' => $firstKnown],
            $address === null ? [] : [IncomingAddress::of((new AddressStandardizer())->standardize($address), true)],
            $email === '' ? [] : [new ContactPoint($email)],
            $phone === '' ? [] : [new ContactPoint($phone)],
            $id === '' ? [] : [new Identifier('old', $id)],
            $gift === null ? [] : [$gift],
        );
    }

    private static function stored(IncomingRecord $record): SupporterRecord
    {
        $after = Projection::after(null, self::planner(MatchEffect::FillBlanks)->plan('1', $record, null));
        $number = static fn(array $parts): array => array_map(
            static fn(RecordPart $part): RecordPart => new RecordPart(9, $part->values),
            $parts,
        );

        return new SupporterRecord(
            5,
            1,
            $after->fields,
            $number($after->addresses),
            $number($after->emails),
            $number($after->phones),
            $number($after->identifiers),
        );
    }

    /** @param  list<string>  $blankable */
    private static function planner(MatchEffect $effect, array $blankable = []): Planner
    {
        return new Planner(new Effects($effect), $blankable);
    }

    /**
     * @param  list<Change>  $changes
     * @return list<string> such as "update supporter middle_name: null -> M."
     */
    private static function said(array $changes): array
    {
        $said = [];
        foreach ($changes as $change) {
            foreach ($change->fields as $column => [$before, $after]) {
                $said[] =
                    "{$change->action->value} {$change->subject->value} {$column}: " . ($before ?? 'null') . ' -> ' . ($after ?? 'null');
            }
        }

        return $said;
    }

    public function test_a_new_supporter_is_made_whole(): void
    {
        $changes = self::planner(MatchEffect::FillBlanks)->plan(
            '12',
            self::record(
                'Dr. Ann Lee',
                'a@example.org',
                '+12075550143',
                new Address('12 elm street', '', 'DOVER', 'NH', '3820'),
                'X1',
                new Gift('2020-01-02', '25.00'),
            ),
            null,
        );

        self::assertSame(['12:supporter', '12:address', '12:email', '12:phone', '12:identifier', '12:gift'], array_column($changes, 'ref'));
        self::assertSame('12 elm street, DOVER, NH 3820', $changes[1]->after()['original'], 'The address as it was written is kept.');
        self::assertSame('12 Elm St', $changes[1]->after()['line1']);
        self::assertEquals(
            $changes,
            array_map(
                static fn(Change $change): Change => Change::fromArray(json_decode((string) json_encode($change->toArray()), true)),
                $changes,
            ),
        );
    }

    /** @return iterable<string, array{MatchEffect, IncomingRecord, IncomingRecord, list<string>}> */
    public static function matchCases(): iterable
    {
        $fill = MatchEffect::FillBlanks;
        $replace = MatchEffect::Replace;
        yield 'nothing new' => [$fill, self::record('Ann Lee', 'a@example.org'), self::record('Ann Lee', 'a@example.org'), []];
        yield 'a blank part of the name is filled, and its forms follow' => [
            $fill,
            self::record('Ann Lee'),
            self::record('Ann M. Lee'),
            [
                'update supporter middle_name: null -> M.',
                'update supporter display_name: Ann Lee -> Ann M. Lee',
                'update supporter sort_name: Lee, Ann -> Lee, Ann M.',
                'update supporter envelope_name: Ann Lee -> Ann M. Lee',
            ],
        ];
        yield 'what is there is not replaced' => [
            $fill,
            self::record('Ann Lee', 'a@example.org', '+12075550143'),
            self::record('Anna Lee', 'b@example.org', '+12075550144'),
            [],
        ];
        yield 'a blank contact point is filled' => [
            $fill,
            self::record('Ann Lee'),
            self::record('Ann Lee', 'a@example.org'),
            ['create email address: null -> a@example.org'],
        ];
        yield 'blanks in the file do nothing' => [$replace, self::record('Ann M. Lee', 'a@example.org'), self::record('Ann Lee'), []];
        yield 'replacing replaces' => [
            $replace,
            self::record('Ann Lee', 'a@example.org'),
            self::record('Anna Lee', 'b@example.org'),
            [
                'update supporter first_name: Ann -> Anna',
                'update supporter display_name: Ann Lee -> Anna Lee',
                'update supporter sort_name: Lee, Ann -> Lee, Anna',
                'update supporter envelope_name: Ann Lee -> Anna Lee',
                'update supporter greeting: Ann -> Anna',
                'update email address: a@example.org -> b@example.org',
            ],
        ];
        yield 'leaving alone' => [
            MatchEffect::LeaveAlone,
            self::record('Ann Lee'),
            self::record('Ann M. Lee', 'a@example.org', id: 'X1'),
            [],
        ];
        yield 'an id of the old system is added beside another' => [
            $fill,
            self::record('Ann Lee', id: 'X1'),
            self::record('Ann Lee', id: 'X2'),
            ['create identifier system: null -> old', 'create identifier value: null -> X2'],
        ];
        yield 'the same id in other letters' => [$fill, self::record('Ann Lee', id: 'X1'), self::record('Ann Lee', id: 'x1'), []];
        yield 'a gift comes in whatever is chosen' => [
            MatchEffect::LeaveAlone,
            self::record('Ann Lee'),
            self::record('Ann Lee', gift: new Gift('2020-01-02', '25.00')),
            ['create gift given_on: null -> 2020-01-02', 'create gift amount: null -> 25.00'],
        ];
        yield 'first known is filled' => [
            $fill,
            self::record('Ann Lee'),
            self::record('Ann Lee', firstKnown: '2001-02-03'),
            ['update supporter first_known_on: null -> 2001-02-03'],
        ];
        $home = new Address('12 Elm St', '', 'Dover', 'NH', '03820', 'US');
        yield 'the same address' => [$fill, self::record('Ann Lee', address: $home), self::record('Ann Lee', address: $home), []];
        yield 'a part that the same address lacks' => [
            $fill,
            self::record('Ann Lee', address: new Address('12 Elm St', '', '', '', '03820', 'US')),
            self::record('Ann Lee', address: $home),
            ['update address city: null -> Dover', 'update address state: null -> NH'],
        ];
        yield 'another address fills nothing' => [
            $fill,
            self::record('Ann Lee', address: $home),
            self::record('Ann Lee', address: new Address('4 Oak Rd', '', 'Saco', 'ME', '04072', 'US')),
            [],
        ];
        yield 'another address replaces as a whole' => [
            $replace,
            self::record('Ann Lee', address: new Address('12 Elm St', 'Apt 4', 'Dover', 'NH', '03820', 'US')),
            self::record('Ann Lee', address: new Address('4 Oak Rd', '', 'Dover', 'NH', '03820', 'US')),
            ['update address line1: 12 Elm St -> 4 Oak Rd', 'update address line2: Apt 4 -> null'],
        ];
    }

    /** @param  list<string>  $ways "home:12 Elm St" or "mobile:+12075550143", with "!" behind if it reaches nobody */
    private static function reachedBy(array $ways): IncomingRecord
    {
        $addresses = $phones = [];
        foreach ($ways as $way) {
            [$kind, $value] = explode(':', $way);
            if (str_starts_with($value, '+')) {
                $phones[] = new ContactPoint(rtrim($value, '!'), $kind, str_ends_with($value, '!'));
            } else {
                $addresses[] = IncomingAddress::of(
                    (new AddressStandardizer())->standardize(new Address($value, '', 'Dover', 'NH', '03820', 'US')),
                    true,
                    $kind,
                );
            }
        }

        return new IncomingRecord(SupporterKind::Person, WrittenName::parse('Ann Lee')->person, addresses: $addresses, phones: $phones);
    }

    /** @return iterable<string, array{MatchEffect, list<string>, list<string>, list<string>}> effect, what is stored, what the row brings, what is done */
    public static function ways(): iterable
    {
        $fill = MatchEffect::FillBlanks;
        yield 'an address of no kind after one of a kind' => [
            $fill,
            [],
            ['mailing:1 Elm St', ':2 Oak Rd'],
            ['create address 1 Elm St', 'create address 2 Oak Rd'],
        ];
        yield 'two addresses of no kind' => [$fill, [], [':1 Elm St', ':2 Oak Rd'], ['create address 1 Elm St', 'create address 2 Oak Rd']];
        yield 'two addresses of a kind' => [
            $fill,
            [],
            ['home:1 Elm St', 'home:2 Oak Rd'],
            ['create address 1 Elm St', 'create address 2 Oak Rd'],
        ];
        yield 'the same address twice' => [$fill, [], ['home:1 Elm St', ':1 Elm St'], ['create address 1 Elm St']];
        yield 'two mobile phones' => [
            $fill,
            [],
            ['mobile:+12075550143', 'mobile:+12075550144'],
            ['create phone +12075550143', 'create phone +12075550144'],
        ];
        yield 'a second one beside the one that is known' => [
            $fill,
            ['home:1 Elm St', 'mobile:+12075550143'],
            ['home:1 Elm St', 'home:2 Oak Rd', 'mobile:+12075550143', 'mobile:+12075550144'],
            ['create address 2 Oak Rd', 'create phone +12075550144'],
        ];
        yield 'another one does not fill what is there' => [
            $fill,
            ['home:1 Elm St', 'mobile:+12075550143'],
            ['home:2 Oak Rd', 'mobile:+12075550144'],
            [],
        ];
        yield 'the first replaces, the second stands beside' => [
            MatchEffect::Replace,
            ['home:1 Elm St', 'mobile:+12075550143'],
            ['home:2 Oak Rd', 'home:3 Ash Ln', 'mobile:+12075550144', 'mobile:+12075550145'],
            ['update address 2 Oak Rd', 'create address 3 Ash Ln', 'update phone +12075550144', 'create phone +12075550145'],
        ];
    }

    /**
     * @param  list<string>  $stored
     * @param  list<string>  $row
     * @param  list<string>  $done
     */
    #[DataProvider('ways')]
    public function test_several_ways_to_reach_someone_stand_beside_each_other(
        MatchEffect $effect,
        array $stored,
        array $row,
        array $done,
    ): void {
        $changes = self::planner($effect)->plan('3', self::reachedBy($row), $stored === [] ? null : self::stored(self::reachedBy($stored)));
        $changes = array_values(array_filter($changes, static fn(Change $change): bool => $change->subject !== Subject::Supporter));

        self::assertSame(
            $done,
            array_map(
                static fn(Change $change): string => "{$change->action->value} {$change->subject->value} " .
                    ($change->after()['line1'] ?? ($change->after()['number'] ?? '')),
                $changes,
            ),
        );
    }

    private static function point(
        int $ref,
        string $number,
        string $kind = 'home',
        bool $isPrimary = false,
        string $condition = 'good',
        string $label = '',
    ): RecordPart {
        return new RecordPart($ref, [
            'number' => $number,
            'kind' => $kind,
            'is_primary' => $isPrimary ? '1' : '0',
            'condition' => $condition,
            'label' => $label,
        ]);
    }

    /** @return iterable<string, array{MatchEffect, list<RecordPart>, list<string>, list<string>}> effect, phones that are stored, phones that come in as "kind:number", what is said */
    public static function points(): iterable
    {
        $one = '+12075550143';
        $other = '+12075550144';
        $third = '+12075550145';
        yield 'one beside another' => [
            MatchEffect::AddBeside,
            [self::point(7, $one, 'home', true)],
            ["home:{$other}"],
            ["create phone number: null -> {$other}", 'create phone kind: null -> home', 'create phone is_primary: null -> 0'],
        ];
        yield 'one that is there is not put beside itself' => [
            MatchEffect::AddBeside,
            [self::point(7, $one, 'home', true)],
            [":{$one}"],
            [],
        ];
        yield 'the first of all is primary' => [MatchEffect::AddBeside, [], [":{$one}"], ["create phone number: null -> {$one}"]];
        yield 'one of the same kind becomes primary, and the old one former' => [
            MatchEffect::BecomePrimary,
            [self::point(7, $one, 'home', true)],
            ["home:{$other}"],
            [
                'update phone is_primary: 1 -> 0',
                'update phone condition: good -> former',
                "create phone number: null -> {$other}",
                'create phone kind: null -> home',
            ],
        ];
        yield 'one of another kind becomes primary, and the old one stays good' => [
            MatchEffect::BecomePrimary,
            [self::point(7, $one, 'home', true)],
            ["work:{$other}"],
            ['update phone is_primary: 1 -> 0', "create phone number: null -> {$other}", 'create phone kind: null -> work'],
        ];
        yield 'of two that come in the first becomes primary' => [
            MatchEffect::BecomePrimary,
            [self::point(7, $one, 'home', true)],
            ["home:{$other}", "home:{$third}"],
            [
                'update phone is_primary: 1 -> 0',
                'update phone condition: good -> former',
                "create phone number: null -> {$other}",
                'create phone kind: null -> home',
                "create phone number: null -> {$third}",
                'create phone kind: null -> home',
                'create phone is_primary: null -> 0',
            ],
        ];
        yield 'one that is there becomes primary' => [
            MatchEffect::BecomePrimary,
            [self::point(7, $one, 'home', true), self::point(8, $other, 'work')],
            ["work:{$other}"],
            ['update phone is_primary: 0 -> 1', 'update phone is_primary: 1 -> 0'],
        ];
        yield 'a former one that comes in again is good again' => [
            MatchEffect::BecomePrimary,
            [self::point(7, $one, 'home', true), self::point(8, $other, 'home', false, 'former')],
            ["home:{$other}"],
            [
                'update phone is_primary: 0 -> 1',
                'update phone condition: former -> good',
                'update phone is_primary: 1 -> 0',
                'update phone condition: good -> former',
            ],
        ];
        yield 'the primary one is not touched by itself' => [
            MatchEffect::BecomePrimary,
            [self::point(7, $one, 'home', true)],
            [":{$one}"],
            [],
        ];
        yield 'replaced where kind and label are the same' => [
            MatchEffect::Replace,
            [self::point(7, $one, 'home', true, 'good', 'Summer house'), self::point(8, $other)],
            ["home:{$third}"],
            ["update phone number: {$other} -> {$third}"],
        ];
        yield 'a labelled one is nobody\'s rival' => [
            MatchEffect::Replace,
            [self::point(7, $one, 'home', true, 'good', 'Summer house')],
            ["home:{$third}"],
            ["create phone number: null -> {$third}", 'create phone kind: null -> home', 'create phone is_primary: null -> 0'],
        ];
        yield 'a former one is not replaced' => [
            MatchEffect::Replace,
            [self::point(7, $one, 'home', false, 'former')],
            ["home:{$third}"],
            ["create phone number: null -> {$third}", 'create phone kind: null -> home', 'create phone is_primary: null -> 0'],
        ];
        yield 'left alone' => [MatchEffect::LeaveAlone, [], ["home:{$third}"], []];
        $marked = ['update phone condition: good -> undeliverable'];
        foreach ([MatchEffect::FillBlanks, MatchEffect::AddBeside, MatchEffect::BecomePrimary, MatchEffect::Replace] as $effect) {
            yield "one that is there and reaches nobody, {$effect->value}" => [$effect, [self::point(7, $one)], [":{$one}!"], $marked];
        }
        yield 'what is former or not to be used stays so' => [
            MatchEffect::AddBeside,
            [self::point(7, $one, 'home', true, 'not to be used'), self::point(8, $other, 'work', false, 'former')],
            [":{$one}!", ":{$other}!"],
            [],
        ];
        foreach ([MatchEffect::AddBeside, MatchEffect::BecomePrimary, MatchEffect::Replace] as $effect) {
            yield "one that reaches nobody takes nobody's place, {$effect->value}" => [
                $effect,
                [self::point(7, $one, 'home', true)],
                ["home:{$other}!"],
                [
                    "create phone number: null -> {$other}",
                    'create phone kind: null -> home',
                    'create phone condition: null -> undeliverable',
                    'create phone is_primary: null -> 0',
                ],
            ];
        }
    }

    /**
     * @param  list<RecordPart>  $stored
     * @param  list<string>  $row
     * @param  list<string>  $said
     */
    #[DataProvider('points')]
    public function test_what_a_contact_point_that_comes_in_does_to_those_that_are_there(
        MatchEffect $effect,
        array $stored,
        array $row,
        array $said,
    ): void {
        $planner = new Planner(new Effects(MatchEffect::LeaveAlone, ['phones' => $effect]));
        $ann = self::record('Ann Lee');
        $before = new SupporterRecord(5, 1, self::stored($ann)->fields, [], [], $stored);
        $changes = $planner->plan(
            '3',
            new IncomingRecord(SupporterKind::Person, $ann->name, phones: self::reachedBy($row)->phones),
            $before,
        );

        self::assertSame($said, self::said($changes));
        $after = Projection::after($before, $changes)->phones;
        self::assertLessThan(
            2,
            count(array_filter($after, static fn(RecordPart $phone): bool => in_array($phone->value('is_primary'), ['1', ''], true))),
            'At most one is primary.',
        );
    }

    /** @return iterable<string, array{array<string, MatchEffect>, list<string>}> what was chosen for groups, beside "replace" */
    public static function choices(): iterable
    {
        $name = [
            'update supporter first_name: Ann -> Anna',
            'update supporter display_name: Ann Lee -> Anna Lee',
            'update supporter sort_name: Lee, Ann -> Lee, Anna',
            'update supporter envelope_name: Ann Lee -> Anna Lee',
            'update supporter greeting: Ann -> Anna',
        ];
        $rest = [
            'update supporter first_known_on: 1999-01-01 -> 2001-02-03',
            'update email address: a@example.org -> b@example.org',
            'create identifier system: null -> old',
            'create identifier value: null -> X2',
        ];
        yield 'nothing' => [[], [$rest[0], ...$name, ...array_slice($rest, 1)]];
        yield 'the name is left alone' => [['name' => MatchEffect::LeaveAlone], $rest];
        yield 'the name is filled' => [['name' => MatchEffect::FillBlanks], $rest];
        yield 'details and emails are left alone' => [
            ['details' => MatchEffect::LeaveAlone, 'emails' => MatchEffect::LeaveAlone],
            [...$name, ...array_slice($rest, 2)],
        ];
        yield 'ids are left alone' => [['ids' => MatchEffect::LeaveAlone], [$rest[0], ...$name, $rest[1]]];
        yield 'all are' => [array_fill_keys(array_column(FieldGroup::cases(), 'value'), MatchEffect::LeaveAlone), []];
    }

    /**
     * @param  array<string, MatchEffect>  $own
     * @param  list<string>  $said
     */
    #[DataProvider('choices')]
    public function test_what_a_match_does_is_chosen_for_groups_of_fields(array $own, array $said): void
    {
        $stored = self::stored(self::record('Ann Lee', 'a@example.org', id: 'X1', firstKnown: '1999-01-01'));

        self::assertEqualsCanonicalizing(
            $said,
            self::said(
                (new Planner(new Effects(MatchEffect::Replace, $own)))->plan(
                    '3',
                    self::record('Anna Lee', 'b@example.org', id: 'X2', firstKnown: '2001-02-03'),
                    $stored,
                ),
            ),
        );
    }

    public function test_several_values_of_a_field_of_ones_own_are_put_together(): void
    {
        $row = new IncomingRecord(
            SupporterKind::Person,
            WrittenName::parse('Ann Lee')->person,
            custom: ['custom.skills' => "Ropes\nTea", 'custom.size' => 'M'],
        );
        $stored = new SupporterRecord(
            5,
            1,
            self::stored(self::record('Ann Lee'))->fields,
            custom: [
                new RecordPart(1, ['field' => 'custom.skills', 'value' => "Tea\nNets"]),
                new RecordPart(2, ['field' => 'custom.size', 'value' => 'L']),
            ],
        );
        $said = static fn(MatchEffect $effect): array => self::said(
            (new Planner(new Effects(own: ['own fields' => $effect]), [], ['custom.skills']))->plan('3', $row, $stored),
        );

        self::assertSame(["update custom value: Tea\nNets -> Tea\nNets\nRopes"], $said(MatchEffect::AddBeside));
        self::assertSame(["update custom value: Tea\nNets -> Ropes\nTea", 'update custom value: L -> M'], $said(MatchEffect::Replace));
        self::assertSame([[], []], [$said(MatchEffect::FillBlanks), $said(MatchEffect::LeaveAlone)]);
    }

    public function test_what_a_group_does_not_know_is_its_own_way(): void
    {
        foreach (FieldGroup::cases() as $group) {
            foreach (MatchEffect::cases() as $effect) {
                self::assertContains((new Effects($effect))->of($group), $group->effects());
            }
        }
        self::assertSame(
            [FieldGroup::Name, FieldGroup::Consents, FieldGroup::Details],
            array_map(FieldGroup::ofColumn(...), ['greeting', 'consent_mail', 'status']),
        );
    }

    /** @param  list<string>  $said */
    #[DataProvider('matchCases')]
    public function test_what_a_match_does(MatchEffect $effect, IncomingRecord $before, IncomingRecord $incoming, array $said): void
    {
        self::assertSame($said, self::said(self::planner($effect)->plan('3', $incoming, self::stored($before))));
    }

    #[DataProvider('matchCases')]
    public function test_a_row_brought_twice_changes_nothing_the_second_time(
        MatchEffect $effect,
        IncomingRecord $before,
        IncomingRecord $incoming,
    ): void {
        $planner = self::planner($effect);
        $stored = self::stored($before);
        $after = Projection::after($stored, $planner->plan('3', $incoming, $stored));
        $loaded = new SupporterRecord(
            5,
            2,
            $after->fields,
            $after->addresses,
            $after->emails,
            $after->phones,
            $after->identifiers,
            gifts: $incoming->gifts === [] ? [] : [$incoming->gifts[0]->sameness() => 1],
        );

        self::assertSame([], self::said($planner->plan('4', $incoming, $loaded)));
    }

    public function test_a_blank_empties_only_where_someone_asked_and_never_a_name(): void
    {
        $stored = self::stored(self::record('Ann M. Lee'));

        self::assertSame(
            ['update supporter middle_name: M. -> null'],
            self::said(self::planner(MatchEffect::Replace, ['middle_name', 'last_name'])->plan('3', self::record('Ann Lee'), $stored)),
        );
        self::assertSame(
            [],
            self::said(self::planner(MatchEffect::FillBlanks, ['middle_name'])->plan('3', self::record('Ann Lee'), $stored)),
        );
    }

    public function test_a_form_of_the_name_that_someone_wrote_stays(): void
    {
        $stored = self::stored(self::record('Ann Lee'));
        $stored = new SupporterRecord(5, 1, [...$stored->fields, 'greeting' => 'Annie'], $stored->addresses);

        self::assertNotContains(
            'update supporter greeting: Annie -> Anna',
            self::said(self::planner(MatchEffect::Replace)->plan('3', self::record('Anna Lee'), $stored)),
        );
    }

    public function test_a_gift_has_a_part_for_every_field_of_the_catalog(): void
    {
        self::assertEqualsCanonicalizing(array_values(FieldPlace::columns('gift')), array_values(Gift::COLUMNS));
    }

    public function test_a_stored_gift_is_what_it_was_made_of(): void
    {
        $columns = [
            'given_on' => '2024-02-29',
            'amount' => '12.50',
            'currency' => 'EUR',
            'fund' => 'Nets',
            'notes' => null,
            'intake_id' => '3',
        ];
        $gift = Gift::stored($columns);

        self::assertSame($columns, array_intersect_key($gift->columns(), $columns));
        self::assertSame([3, '12.50', ''], [$gift->intake, $gift->value('amount'), $gift->value('no such column')]);
        self::assertEquals($gift, Gift::stored($gift->columns()));
        self::assertSame(
            ['USD' => '7.00'],
            Gift::stored(['amount' => '7.00'])
                ->money()
                ->toArray(),
            'Before currencies were read, all were in dollars.',
        );
    }

    public function test_promises_are_no_part_of_what_is_given(): void
    {
        $totals = GiftTotals::of([
            new Gift(amount: '10.00', currency: 'USD'),
            new Gift(amount: '0.05', currency: 'USD', kind: 'pledge payment'),
            new Gift(amount: '3.00', currency: 'EUR', kind: 'check'),
            new Gift(amount: '500.00', currency: 'USD', kind: 'pledge'),
        ]);

        self::assertSame([3, ['EUR' => '3.00', 'USD' => '10.05']], [$totals->gifts, $totals->given->toArray()]);
        self::assertSame([1, ['USD' => '500.00']], [$totals->promises, $totals->promised->toArray()]);
    }

    public function test_like_gifts_are_counted_not_merged(): void
    {
        $gift = new Gift('2020-01-02', '25.00');
        $record = self::record(gift: $gift);
        $twoStored = new SupporterRecord(5, 1, ['kind' => 'person'], gifts: [$gift->sameness() => 2]);

        $outcomes = [];
        $state = $twoStored;
        for ($i = 0; $i < 3; $i++) {
            $outcomes[] = Planner::giftsMissing($record, $state) === [];
            $state = Projection::after($state, [], [$gift->sameness()]);
        }
        self::assertSame([true, true, false], $outcomes, 'Two are there; the third in the file is new.');
    }

    public function test_a_promise_that_stands_beside_each_of_its_payments_is_one(): void
    {
        $promise = new Promise('recurring gift', '2026-01-05', '10.00', 'USD', frequency: 'monthly', sourceId: 'P1');
        $more = $promise->with(['amount' => '15.00']);
        $paid = static fn(Promise $one): IncomingRecord => self::record(gift: new Gift('2026-02-05', '10.00'))->withPromises([$one]);
        $alone = static fn(Promise $one): IncomingRecord => self::record()->withPromises([$one]);
        $person = new SupporterRecord(5, 1, ['kind' => 'person']);
        $loaded = Projection::after($person, [], Planner::identities($paid($promise)));
        $kept = new SupporterRecord(5, 1, ['kind' => 'person'], gifts: [Planner::identities($alone($promise))[0] => 1]);

        self::assertCount(1, Planner::promisesMissing($paid($promise), $person));
        self::assertSame([], Planner::promisesMissing($paid($promise), $loaded), 'In a row above.');
        self::assertSame([], Planner::promisesMissing($paid($promise), $kept), 'Loaded before.');
        self::assertSame([], Planner::promisesMissing($paid($more), $kept), 'What it was stays, and is paid.');
        self::assertCount(1, Planner::promisesMissing($alone($more), $kept), 'With nothing that pays it, it is another one.');
        $nameless = $promise->with(['source_id' => null]);
        self::assertCount(
            1,
            Planner::promisesMissing($paid($nameless), Projection::after($person, [], Planner::identities($paid($nameless)))),
        );
    }

    private static function made(string $subject, int $id, array $values): Change
    {
        return Change::create(Subject::from($subject), $id, $values);
    }

    public function test_undo_removes_what_was_made(): void
    {
        $done = [
            self::made('supporter', 5, ['last_name' => 'Lee']),
            self::made('email', 8, ['address' => 'a']),
            self::made('gift', 9, ['amount' => '5.00']),
        ];
        $now = ['supporter:5' => ['last_name' => 'Lee'], 'email:8' => ['address' => 'a'], 'gift:9' => ['amount' => '5.00']];
        $reversal = Reversal::of($done, $now, []);

        self::assertSame(
            ['delete gift', 'delete email', 'delete supporter'],
            array_map(static fn(Change $change): string => "{$change->action->value} {$change->subject->value}", $reversal->changes),
        );
        self::assertSame([], $reversal->kept);
    }

    public function test_undo_keeps_a_supporter_that_others_gave_something(): void
    {
        $done = [
            self::made('supporter', 5, ['last_name' => 'Lee']),
            self::made('email', 8, ['address' => 'a']),
            self::made('gift', 9, ['amount' => '5.00']),
        ];
        $now = [
            'supporter:5' => ['last_name' => 'Lee'],
            'email:8' => ['address' => 'a'],
            'gift:9' => ['amount' => '5.00'],
            'gift:10' => ['amount' => '7.00'],
        ];
        $reversal = Reversal::of($done, $now, ['gift:10' => true]);

        self::assertSame(
            ['gift:9'],
            array_map(static fn(Change $change): string => "{$change->subject->value}:{$change->ref}", $reversal->changes),
            'Its own gift goes, the supporter and the way to reach it stay.',
        );
        self::assertSame(['supporter:5'], array_map(static fn(LeftAsItIs $kept): string => $kept->thing, $reversal->kept));
    }

    public function test_undo_puts_back_only_what_nobody_changed_since(): void
    {
        $done = [
            new Change(Subject::Supporter, 5, Action::Update, ['title' => [null, 'Dr.'], 'suffix' => [null, 'Jr.']]),
            new Change(Subject::Supporter, 5, Action::Update, ['title' => ['Dr.', 'Prof.']]),
        ];
        $reversal = Reversal::of($done, ['supporter:5' => ['title' => 'Prof.', 'suffix' => 'III']], ['supporter:5' => true]);

        self::assertSame(
            ['update supporter title: Prof. -> null'],
            self::said($reversal->changes),
            'Two changes of one field go back to what was before the first.',
        );
        self::assertSame(
            [['suffix', 'III', null]],
            array_map(static fn(LeftAsItIs $kept): array => [$kept->column, $kept->now, $kept->before], $reversal->kept),
        );
    }

    public function test_undo_of_what_is_gone_or_back_already(): void
    {
        $gone = Reversal::of([self::made('gift', 9, ['amount' => '5.00'])], [], []);
        self::assertSame([[], 1], [$gone->changes, count($gone->kept)]);

        $back = Reversal::of(
            [new Change(Subject::Supporter, 5, Action::Update, ['title' => [null, 'Dr.']])],
            ['supporter:5' => ['title' => null]],
            [],
        );
        self::assertSame([[], []], [$back->changes, $back->kept]);
    }
}
