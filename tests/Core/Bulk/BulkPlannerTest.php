<?php

declare(strict_types=1);

namespace Tests\Core\Bulk;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Bulk\BulkPlanner;
use PineSieve\Core\Bulk\BulkStep;
use PineSieve\Core\Bulk\Hanging;
use PineSieve\Core\Bulk\UnusableStep;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldNature;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\PickList;
use PineSieve\Core\Standards\Standards;

/** What is done to many, planned for one. */
final class BulkPlannerTest extends TestCase
{
    private static function standards(): Standards
    {
        return new Standards(
            FieldCatalog::builtIn()->with([
                new Field(
                    'custom.area',
                    'Helps at',
                    'Ours',
                    FieldType::Choices,
                    PickList::of(['Boat', 'Beach']),
                    nature: FieldNature::custom(),
                ),
                new Field('custom.shirt', 'Shirt', 'Ours', FieldType::Text, nature: FieldNature::custom()),
            ]),
            new Formats('2026-11-24'),
        );
    }

    private static function ann(): SupporterRecord
    {
        return new SupporterRecord(
            5,
            3,
            [
                'kind' => 'person',
                'title' => 'Dr.',
                'first_name' => 'Ann',
                'last_name' => 'Lee',
                'nickname' => 'Annie',
                'display_name' => 'Ann Lee',
                'sort_name' => 'Lee, Ann',
                'envelope_name' => 'Dr. Ann Lee',
                'greeting' => 'Annie',
                'status' => 'active',
                'birth_date' => '1960-02-03',
                'notes' => 'Likes Gulls. Gulls only.',
                'consent_mail' => 'no',
                'consent_mail_on' => '2020-01-01',
                'consent_email' => null,
            ],
            addresses: [
                new RecordPart(11, [
                    'line1' => '1 Elm St',
                    'city' => 'Saco',
                    'country' => null,
                    'condition' => 'good',
                    'original' => '1 Elm Street',
                ]),
                new RecordPart(12, [
                    'line1' => '2 Oak St',
                    'city' => 'Bath',
                    'country' => null,
                    'condition' => 'former',
                    'original' => null,
                ]),
            ],
            memberships: [new RecordPart(21, ['list' => 'group', 'name' => 'Board'])],
            custom: [new RecordPart(31, ['field' => 'custom.area', 'value' => "Boat\nBeach"])],
        );
    }

    /** @return iterable<string, array{array<string, mixed>, string, array<string, array<string, array{?string, ?string}>>}> a step, its effect, and what changes */
    public static function steps(): iterable
    {
        $supporter = static fn(array $fields): array => ['supporter:5 update' => $fields];
        yield 'into a group' => [
            ['kind' => 'join', 'field' => 'groups', 'value' => 'Spring letter'],
            'comes',
            ['membership:5:0:membership create' => ['list' => [null, 'group'], 'name' => [null, 'Spring letter']]],
        ];
        yield 'into a group that has the same name' => [['kind' => 'join', 'field' => 'groups', 'value' => 'board'], 'same', []];
        yield 'a tag of the name of a group is another' => [
            ['kind' => 'join', 'field' => 'tags', 'value' => 'Board'],
            'comes',
            ['membership:5:0:membership create' => ['list' => [null, 'tag'], 'name' => [null, 'Board']]],
        ];
        yield 'out of a group' => [
            ['kind' => 'leave', 'field' => 'groups', 'value' => 'Board'],
            'changes',
            ['membership:21 delete' => ['list' => ['group', null], 'name' => ['Board', null]]],
        ];
        yield 'out of a group that it is not in' => [['kind' => 'leave', 'field' => 'groups', 'value' => 'Choir'], 'nothing', []];
        yield 'an agreement where nothing was said' => [
            ['kind' => 'set', 'field' => 'consent.email', 'value' => 'y'],
            'comes',
            $supporter(['consent_email' => [null, 'yes']]),
        ];
        yield 'a refusal stays' => [['kind' => 'set', 'field' => 'consent.mail', 'value' => 'yes'], 'refusal', []];
        yield 'unless someone says so; its date goes' => [
            ['kind' => 'set', 'field' => 'consent.mail', 'value' => 'yes', 'over_refusals' => true],
            'changes',
            $supporter(['consent_mail' => ['no', 'yes'], 'consent_mail_on' => ['2020-01-01', null]]),
        ];
        yield 'where it is blank' => [['kind' => 'fill', 'field' => 'status', 'value' => 'deceased'], 'same', []];
        yield 'whatever is there' => [
            ['kind' => 'set', 'field' => 'status', 'value' => 'deceased'],
            'changes',
            $supporter(['status' => ['active', 'deceased']]),
        ];
        yield 'the forms of the name follow' => [
            ['kind' => 'clear', 'field' => 'name.title'],
            'changes',
            $supporter([
                'title' => ['Dr.', null],

                'envelope_name' => ['Dr. Ann Lee', 'Ann Lee'],
            ]),
        ];
        yield 'every place within a value' => [
            ['kind' => 'replace', 'field' => 'notes', 'from' => 'Gulls', 'value' => 'Terns'],
            'changes',
            $supporter(['notes' => ['Likes Gulls. Gulls only.', 'Likes Terns. Terns only.']]),
        ];
        yield 'not there to be replaced' => [
            ['kind' => 'replace', 'field' => 'notes', 'from' => 'gulls', 'value' => 'Terns'],
            'nothing',
            [],
        ];
        yield 'a country for the addresses, former ones aside' => [
            ['kind' => 'fill', 'field' => 'address.country', 'value' => 'US'],
            'comes',
            ['address:11 update' => ['country' => [null, 'US'], 'original' => ['1 Elm Street', null]]],
        ];
        yield 'one more of several' => [['kind' => 'join', 'field' => 'custom.area', 'value' => 'Boat'], 'same', []];
        yield 'one of several less' => [
            ['kind' => 'leave', 'field' => 'custom.area', 'value' => 'Boat'],
            'changes',
            ['custom:31 update' => ['value' => ["Boat\nBeach", 'Beach']]],
        ];
        yield 'a field of one\'s own' => [
            ['kind' => 'set', 'field' => 'custom.shirt', 'value' => 'L'],
            'comes',
            ['custom:5:0:custom create' => ['field' => [null, 'custom.shirt'], 'value' => [null, 'L']]],
        ];
    }

    /**
     * @param  array<string, mixed>  $step
     * @param  array<string, array<string, array{?string, ?string}>>  $changes
     */
    #[DataProvider('steps')]
    public function test_a_step(array $step, string $effect, array $changes): void
    {
        $standards = self::standards();
        $plan = (new BulkPlanner([BulkStep::of($step, $standards)], $standards->catalog))->plan(self::ann(), new Hanging());

        self::assertSame($effect, $plan->key());
        self::assertSame($changes, self::told($plan->changes));
    }

    public function test_a_person_becomes_an_organization_and_back_with_the_name_carried_over(): void
    {
        $standards = self::standards();
        $become = static fn(string $kind, SupporterRecord $of): SupporterRecord => Projection::after(
            $of,
            (new BulkPlanner([BulkStep::of(['kind' => 'become', 'value' => $kind], $standards)], $standards->catalog))->plan(
                $of,
                new Hanging(),
            )->changes,
        );
        $firm = $become('organization', self::ann());
        self::assertSame(
            ['organization', 'Ann Lee', '', '', 'Ann Lee'],
            array_map($firm->field(...), ['kind', 'organization_name', 'last_name', 'birth_date', 'display_name']),
        );
        $person = $become('person', $firm);
        self::assertSame(
            ['person', '', 'Ann', 'Lee', 'Lee, Ann'],
            array_map($person->field(...), ['kind', 'organization_name', 'first_name', 'last_name', 'sort_name']),
        );
    }

    /** @return iterable<string, array{string, Hanging, bool, string}> who gets the gifts, what hangs on it, whether it has a promise, what comes of it */
    public static function deletions(): iterable
    {
        $gift = new Gift('2026-01-05', '50.00', 'USD');
        yield 'nothing hangs on it' => ['', new Hanging(), false, 'goes'];
        yield 'gifts stay where they are' => ['', new Hanging([7 => $gift]), false, 'has gifts'];
        yield 'promises too' => ['', new Hanging(), true, 'has gifts'];
        yield 'gifts go to another' => ['9', new Hanging([7 => $gift]), true, 'goes without gifts'];
        yield 'gifts of others are credited to it' => ['9', new Hanging([7 => $gift], credited: 1), false, 'is credited'];
        yield 'a gift waits in a batch' => ['9', new Hanging(waiting: 1), false, 'waits'];
        yield 'the one that gets them stays' => ['5', new Hanging([7 => $gift]), false, 'gets'];
    }

    #[DataProvider('deletions')]
    public function test_a_deletion_looks_at_what_hangs_on_it(string $to, Hanging $hanging, bool $hasPromise, string $effect): void
    {
        $standards = self::standards();
        $record = $hasPromise
            ? SupporterRecord::of(5, 1, self::ann()->fields, [
                ...self::ann()->parts(),
                'promise' => [new RecordPart(41, ['amount' => '120.00', 'currency' => 'USD'])],
            ])
            : self::ann();
        $plan = (new BulkPlanner([BulkStep::of(['kind' => 'delete', 'value' => $to], $standards)], $standards->catalog))->plan(
            $record,
            $hanging,
        );

        self::assertSame($effect, $plan->key());
        if ($effect === 'goes without gifts') {
            self::assertSame(['promise:41 create', 'gift:7 create'], array_keys(self::told($plan->ofOthers[9])));
        }
        if (str_starts_with($effect, 'goes')) {
            $deleted = array_keys(self::told($plan->changes));
            self::assertSame('supporter:5 delete', end($deleted));
            self::assertContains('address:12 delete', $deleted);
        } else {
            self::assertSame([[], []], [$plan->changes, $plan->ofOthers]);
        }
    }

    public function test_two_steps_are_planned_on_top_of_each_other_and_their_effects_stand_side_by_side(): void
    {
        $standards = self::standards();
        $plan = (new BulkPlanner(
            [
                BulkStep::of(['kind' => 'join', 'field' => 'groups', 'value' => 'Board'], $standards),
                BulkStep::of(['kind' => 'set', 'field' => 'consent.email', 'value' => 'yes'], $standards),
            ],
            $standards->catalog,
        ))->plan(self::ann(), new Hanging());

        self::assertSame('same|comes', $plan->key());
        self::assertSame(['supporter:5 update' => ['consent_email' => [null, 'yes']]], self::told($plan->changes));
    }

    /** @return iterable<string, array{list<array<string, mixed>>, string}> */
    public static function faults(): iterable
    {
        yield 'a name for many' => [
            [['kind' => 'set', 'field' => 'name.last', 'value' => 'Lee']],
            'Last name: this can\'t be done to many at once. Open them one by one.',
        ];
        yield 'an email for many' => [
            [['kind' => 'set', 'field' => 'email', 'value' => 'a@example.org']],
            'Email: this can\'t be done to many at once. Open them one by one.',
        ];
        yield 'no field' => [[['kind' => 'set', 'field' => 'shoe', 'value' => 'x']], 'There is no field "shoe".'];
        yield 'no value' => [
            [['kind' => 'set', 'field' => 'notes', 'value' => ' ']],
            'Notes: a value is missing. To empty the field, clear it.',
        ];
        yield 'no date' => [
            [['kind' => 'set', 'field' => 'first_known', 'value' => 'soon']],
            'First known on: "soon" is not a date. Write it as year-month-day, such as 2016-03-04.',
        ];
        yield 'by itself' => [
            [['kind' => 'replace', 'field' => 'notes', 'from' => 'x', 'value' => 'x']],
            'Notes: say what is to be replaced, and by what.',
        ];
        yield 'no kind' => [[['kind' => 'become', 'value' => 'fish']], 'Say which kind of record they become.'];
        yield 'the same field twice' => [
            [['kind' => 'set', 'field' => 'notes', 'value' => 'a'], ['kind' => 'clear', 'field' => 'notes']],
            'Two of these are about the same field. Do one after the other.',
        ];
        yield 'a deletion beside something else' => [
            [['kind' => 'delete'], ['kind' => 'clear', 'field' => 'notes']],
            'Deleting, and changing the kind of record, are done by themselves.',
        ];
    }

    /** @param  list<array<string, mixed>>  $steps */
    #[DataProvider('faults')]
    public function test_what_cannot_be_done_to_many(array $steps, string $says): void
    {
        $standards = self::standards();
        $this->expectException(UnusableStep::class);
        $this->expectExceptionMessage($says);
        new BulkPlanner(array_map(static fn(array $step): BulkStep => BulkStep::of($step, $standards), $steps), $standards->catalog);
    }

    /**
     * @param  list<Change>  $changes
     * @return array<string, array<string, array{?string, ?string}>>
     */
    private static function told(array $changes): array
    {
        $told = [];
        foreach ($changes as $change) {
            $told["{$change->subject->value}:{$change->ref} {$change->action->value}"] = $change->fields;
        }

        return $told;
    }
}
