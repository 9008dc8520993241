<?php

declare(strict_types=1);

namespace Tests\Core\Forms;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Forms\Draft;
use PineSieve\Core\Forms\DraftReader;
use PineSieve\Core\Forms\FormMerge;
use PineSieve\Core\Forms\FormPlanner;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Forms\ReadDraft;
use PineSieve\Core\Forms\UnusableDraft;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Standards;

/** What a person writes into a form, read, planned and put together with what another wrote meanwhile. */
final class FormsTest extends TestCase
{
    private const PERSON = ['kind' => 'person', 'fields' => ['name.first' => 'Ann', 'name.last' => 'Lee']];

    private static function stored(): SupporterRecord
    {
        return new SupporterRecord(
            7,
            3,
            [
                'kind' => 'person',
                'status' => 'active',
                'first_name' => 'Ann',
                'last_name' => 'Lee',
                'display_name' => 'Ann Lee',
                'sort_name' => 'Lee, Ann',
                'envelope_name' => 'Ann Lee',
                'greeting' => 'Ann',
            ],
            addresses: [
                new RecordPart(11, [
                    'line1' => '1 Elm St',
                    'city' => 'Dover',
                    'state' => 'NH',
                    'postal_code' => '03820',
                    'country' => 'US',
                    'kind' => 'home',
                    'is_primary' => '1',
                    'condition' => 'good',
                    'original' => '1 elm street, dover',
                ]),
            ],
            emails: [
                new RecordPart(21, ['address' => 'ann@example.org', 'kind' => 'home', 'is_primary' => '1', 'condition' => 'good']),
                new RecordPart(22, ['address' => 'lee@example.org', 'kind' => 'work', 'is_primary' => '0', 'condition' => 'good']),
            ],
            memberships: [
                new RecordPart(31, ['list' => 'group', 'name' => 'Board']),
                new RecordPart(32, ['list' => 'tag', 'name' => 'Board']),
            ],
            custom: [new RecordPart(41, ['field' => 'custom.boat', 'value' => 'Auk'])],
            links: [new RecordPart(51, ['kind' => 'spouse', 'other_id' => '8', 'role' => null])],
        );
    }

    private static function read(Draft $draft): ReadDraft
    {
        return (new DraftReader(
            new Standards(
                FieldCatalog::builtIn()->with([new Field('custom.boat', 'Boat', 'Own', FieldType::Text)]),
                new Formats('2026-01-31'),
            ),
        ))->read($draft);
    }

    /** @return list<string> each change as "action subject:ref column=after …" */
    private static function plan(Draft $draft, ?SupporterRecord $stored): array
    {
        return self::told((new FormPlanner())->changes(self::read($draft), $stored));
    }

    /**
     * @param  list<Change>  $changes
     * @return list<string>
     */
    private static function told(array $changes): array
    {
        return array_map(
            static fn(Change $change): string => "{$change->action->value} {$change->subject->value}:{$change->ref} " .
                urldecode(http_build_query(array_map(static fn(array $pair): string => $pair[1] ?? '-', $change->fields), '', ' ')),
            $changes,
        );
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> what is changed in the form, the changes that this makes */
    public static function edits(): iterable
    {
        $form = Draft::of(self::stored())->toArray();
        $fields = (array) $form['fields'];
        $with = static fn(array $changed): array => ['fields' => [...$fields, ...$changed]];
        $email = static fn(int $at, array $changed): array => [
            'emails' => array_replace($form['emails'], [$at => [...$form['emails'][$at], ...$changed]]),
        ];
        yield 'nothing' => [[], []];
        yield 'spaces and letters that mean nothing' => [
            [...$with(['name.first' => "  Ann\u{A0}"]), ...$email(0, ['address' => ' ANN@Example.org'])],
            [],
        ];
        yield 'a name takes its forms along' => [
            $with(['name.last' => 'Park']),
            ['update supporter:7 last_name=Park display_name=Ann Park sort_name=Park, Ann envelope_name=Ann Park'],
        ];
        yield 'a name that is written by hand stays as it is written' => [
            $with(['name.last' => 'Park', 'name.greeting' => 'Annie dear']),
            ['update supporter:7 last_name=Park display_name=Ann Park sort_name=Park, Ann envelope_name=Ann Park greeting=Annie dear'],
        ];
        yield 'an address that is changed was not made from a file any more' => [
            ['addresses' => [[...$form['addresses'][0], 'line1' => '2 Elm St']]],
            ['update address:11 line1=2 Elm St original=-'],
        ];
        yield 'what it is called is not the address' => [
            ['addresses' => [[...$form['addresses'][0], 'label' => 'until May']]],
            ['update address:11 label=until May'],
        ];
        yield 'an email that is emptied goes, and the other is the primary one' => [
            $email(0, ['address' => ' ']),
            ['update email:22 is_primary=1', 'delete email:21 address=- kind=- is_primary=- condition=-'],
        ];
        yield 'two that are both marked' => [$email(1, ['is_primary' => true]), []];
        yield 'a group is one whatever its letters' => [
            $with(['groups' => "BOARD\nFriends\nfriends"]),
            ['create membership:form:group.0 list=group name=Friends'],
        ];
        yield 'a group goes, the tag of its name stays' => [$with(['groups' => '']), ['delete membership:31 list=- name=-']];
        yield 'a field of one\'s own is emptied' => [$with(['custom.boat' => '']), ['delete custom:41 field=- value=-']];
        yield 'a field that nobody has' => [$with(['custom.unknown' => 'x']), []];
        yield 'linked to oneself, to nobody, in a way that there is not' => [
            [
                'links' => [
                    ...$form['links'],
                    ['kind' => 'spouse', 'other_id' => '7'],
                    ['kind' => 'spouse', 'other_id' => '0'],
                    ['kind' => 'rival', 'other_id' => '9'],
                ],
            ],
            [],
        ];
        yield 'a link goes and another comes' => [
            ['links' => [['kind' => 'employee', 'other_id' => '9', 'role' => '']]],
            ['create link:form:link.new1 kind=employee other_id=9', 'delete link:51 kind=- other_id=-'],
        ];
        yield 'an active one is not made nothing' => [$with(['status' => '']), []];
    }

    /**
     * @param  array<string, mixed>  $changed
     * @param  list<string>  $expected
     */
    #[DataProvider('edits')]
    public function test_saving_writes_the_difference_and_nothing_else(array $changed, array $expected): void
    {
        $form = Draft::of(self::stored())->toArray();

        self::assertSame(
            $expected,
            self::plan(Draft::fromArray([...$form, 'fields' => (array) $form['fields'], ...$changed]), self::stored()),
        );
    }

    public function test_links_of_others_are_written_with_those(): void
    {
        $draft = Draft::fromArray([
            ...self::PERSON,
            'links' => [
                ['ref' => 61, 'kind' => 'member', 'other_id' => '5', 'reversed' => true],
                ['kind' => 'member', 'other_id' => '6', 'reversed' => true],
                ['kind' => 'member', 'other_id' => '-1', 'reversed' => true],
            ],
        ]);
        $changes = (new FormPlanner())->changesOfOthers(self::read($draft), 7, [61 => 5, 62 => 5]);

        self::assertSame(
            [6 => ['create link:form:link.new2 kind=member other_id=7 role=-'], 5 => ['delete link:62 other_id=-']],
            array_map(self::told(...), $changes),
        );
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> draft, its problems as "place code" */
    public static function drafts(): iterable
    {
        yield 'someone without a last name' => [
            ['kind' => 'person', 'fields' => ['name.first' => 'Ann']],
            ['fields.name.last name.last.required'],
        ];
        yield 'a household without a name' => [['kind' => 'household'], ['fields.name.full name.last.required']];
        yield 'an organization without a name' => [
            ['kind' => 'organization', 'fields' => ['name.last' => 'Lee']],
            ['fields.organization.name name.last.required'],
        ];
        yield 'each fault at its own place' => [
            [
                ...self::PERSON,
                'emails' => [['address' => 'ann@example.org'], ['ref' => 5, 'address' => 'ann at home']],
                'phones' => [['number' => '12']],
            ],
            ['emails.5.address email.form', 'phones.new1.number phone.form'],
        ];
        yield 'a phone is read as one of the country of the primary address' => [
            [
                ...self::PERSON,
                'addresses' => [
                    ['line1' => '1 Elm', 'city' => 'Dover', 'state' => 'NH'],
                    ['line1' => 'Weg 1', 'city' => 'Bonn', 'country' => 'Germany', 'is_primary' => true],
                ],
                'phones' => [['number' => '0228 99 305 0']],
            ],
            [],
        ];
        yield 'the same phone at home' => [
            [...self::PERSON, 'phones' => [['number' => '0228 99 305 0']]],
            ['phones.new1.number phone.form'],
        ];
        yield 'an address of blanks is none' => [[...self::PERSON, 'addresses' => [['line1' => ' ', 'kind' => 'home']]], []];
    }

    /**
     * @param  array<string, mixed>  $draft
     * @param  list<string>  $expected
     */
    #[DataProvider('drafts')]
    public function test_what_is_wrong_is_told_at_its_place(array $draft, array $expected): void
    {
        self::assertSame(
            $expected,
            array_map(
                static fn(PlacedProblem $one): string => "{$one->place} {$one->problem->code}",
                self::read(Draft::fromArray($draft))->problems,
            ),
        );
    }

    /** @return iterable<string, array{array<mixed>}> */
    public static function noForms(): iterable
    {
        yield 'nothing' => [[]];
        yield 'no kind that there is' => [['kind' => 'bird']];
        yield 'a kind that is a list' => [['kind' => ['person']]];
        yield 'a field that is a list' => [['kind' => 'person', 'fields' => ['notes' => ['x']]]];
        yield 'a field without a name' => [['kind' => 'person', 'fields' => ['x']]];
        yield 'a field too long' => [['kind' => 'person', 'fields' => ['notes' => str_repeat('é', 10001)]]];
        yield 'an entry that is text' => [['kind' => 'person', 'emails' => ['x']]];
        yield 'a reference that leads elsewhere' => [['kind' => 'person', 'emails' => [['ref' => '../1']]]];
        yield 'a reference with a line after it' => [['kind' => 'person', 'emails' => [['ref' => "1\n"]]]];
        yield 'a reference that is a list' => [['kind' => 'person', 'emails' => [['ref' => [1]]]]];
        yield 'too many' => [['kind' => 'person', 'phones' => array_fill(0, 61, ['number' => '1'])]];
    }

    /** @param  array<mixed>  $data */
    #[DataProvider('noForms')]
    public function test_what_is_no_form_is_refused(array $data): void
    {
        $this->expectException(UnusableDraft::class);

        Draft::fromArray($data);
    }

    /** @return iterable<string, array{array<string, string>, array<string, string>, array<string, string>, array<string, string>, list<string>, list<string>}> base, mine and theirs as Draft::flat() gives them, what they make together, conflicts, what the other one changed alone */
    public static function meetings(): iterable
    {
        $base = ['fields.notes' => 'a', 'emails.5.address' => 'ann@example.org', 'emails.5.label' => ''];
        $gone = ['fields.notes' => 'a'];
        yield 'nobody changed anything' => [$base, $base, $base, $base, [], []];
        yield 'I did' => [$base, ['fields.notes' => 'b'] + $base, $base, ['fields.notes' => 'b'] + $base, [], []];
        yield 'they did' => [$base, $base, ['fields.notes' => 'c'] + $base, ['fields.notes' => 'c'] + $base, [], ['fields.notes']];
        yield 'both wrote the same' => [
            $base,
            ['fields.notes' => 'b'] + $base,
            ['fields.notes' => 'b'] + $base,
            ['fields.notes' => 'b'] + $base,
            [],
            [],
        ];
        yield 'both wrote, differently' => [
            $base,
            ['fields.notes' => 'b'] + $base,
            ['fields.notes' => 'c'] + $base,
            ['fields.notes' => 'b'] + $base,
            ['fields.notes'],
            [],
        ];
        yield 'I emptied what they changed' => [
            $base,
            ['fields.notes' => ''] + $base,
            ['fields.notes' => 'c'] + $base,
            ['fields.notes' => ''] + $base,
            ['fields.notes'],
            [],
        ];
        yield 'I emptied it alone' => [$base, ['fields.notes' => ''] + $base, $base, ['fields.notes' => ''] + $base, [], []];
        yield 'I do not see what they changed' => [
            $base,
            array_diff_key($base, ['fields.notes' => 1]),
            ['fields.notes' => 'c'] + $base,
            ['fields.notes' => 'c'] + $base,
            [],
            ['fields.notes'],
        ];
        yield 'a field that was blank and that they filled' => [
            ['fields.nickname' => ''] + $base,
            ['fields.nickname' => ''] + $base,
            ['fields.nickname' => 'Annie'] + $base,
            ['fields.nickname' => 'Annie'] + $base,
            [],
            ['fields.nickname'],
        ];
        yield 'they took away what I left alone' => [$base, $base, $gone, $gone, [], ['emails.5.address', 'emails.5.label']];
        yield 'I took away what they left alone' => [$base, $gone, $base, $gone, [], []];
        yield 'both took it away' => [$base, $gone, $gone, $gone, [], []];
        yield 'each added one' => [
            $base,
            [...$base, 'emails.new1.address' => 'mine@example.org'],
            [...$base, 'emails.6.address' => 'theirs@example.org'],
            [...$base, 'emails.6.address' => 'theirs@example.org', 'emails.new1.address' => 'mine@example.org'],
            [],
            ['emails.6.address'],
        ];
        yield 'they took away what I changed' => [
            $base,
            ['emails.5.address' => 'new@example.org'] + $base,
            $gone,
            ['fields.notes' => 'a', 'emails.5.address' => 'new@example.org'],
            ['emails.5.address'],
            ['emails.5.label'],
        ];
    }

    /**
     * @param  array<string, string>  $base
     * @param  array<string, string>  $mine
     * @param  array<string, string>  $theirs
     * @param  array<string, string>  $together
     * @param  list<string>  $conflicts
     * @param  list<string>  $alone
     */
    #[DataProvider('meetings')]
    public function test_two_who_had_the_same_form_open(
        array $base,
        array $mine,
        array $theirs,
        array $together,
        array $conflicts,
        array $alone,
    ): void {
        $of = static fn(array $flat): Draft => Draft::fromFlat(['kind' => 'person', ...$flat]);
        $merging = FormMerge::of($of($base), $of($mine), $of($theirs));

        self::assertEquals(['kind' => 'person', ...$together], $merging->draft->flat());
        self::assertSame([$conflicts, $alone], [array_keys($merging->conflicts), array_keys($merging->theirs)]);
    }
}
