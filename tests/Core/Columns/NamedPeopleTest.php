<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Columns\Party;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Names\NameParts;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Standards;

/** What stands in the place of a name and is none, and what may be another. */
final class NamedPeopleTest extends TestCase
{
    /** @param  array<string, string>  $row  target to cell */
    private static function map(array $row): MappedRow
    {
        $choices = array_map(
            static fn(string $target): ColumnChoice => new ColumnChoice($target, ColumnState::Sure, '', [new Feed($target)]),
            array_keys($row),
        );

        return (new RowMapper(new ColumnPlan($choices), new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31'))))->map(
            array_values($row),
        );
    }

    /** @return iterable<string, array{array<string, string>, list<string>, string, list<string>}> row, who comes of it, notes of the first, codes */
    public static function rows(): iterable
    {
        $ann = ['name.first' => 'Ann', 'name.last' => 'Lee'];
        yield 'an employer' => [
            [...$ann, 'employer.organization.name' => 'Acme', 'employer.role' => 'Clerk'],
            ['Ann Lee', 'employer Acme'],
            '',
            [],
        ];
        yield 'no employer' => [
            [...$ann, 'employer.organization.name' => 'Retired', 'employer.role' => 'Teacher'],
            ['Ann Lee'],
            'Work: Retired, Teacher',
            ['employer.none'],
        ];
        yield 'the same twice' => [
            [...$ann, 'employer.organization.name' => 'homemaker', 'employer.role' => 'homemaker'],
            ['Ann Lee'],
            'Work: homemaker',
            ['employer.none'],
        ];
        yield 'what someone does, alone' => [[...$ann, 'employer.role' => 'Nurse'], ['Ann Lee'], 'Work: Nurse', []];
        yield 'behind notes' => [
            [...$ann, 'employer.role' => 'Nurse', 'notes' => 'Likes terns'],
            ['Ann Lee'],
            "Likes terns\nWork: Nurse",
            [],
        ];
        yield 'in a column for organizations' => [
            [...$ann, 'organization.name' => 'Self-employed'],
            ['Ann Lee'],
            'Work: Self-employed',
            ['employer.none'],
        ];
        yield 'no organization, and its contact' => [
            ['organization.name' => 'Individual', 'contact.name.full' => 'Max Elm'],
            ['Max Elm'],
            'Work: Individual',
            ['employer.none'],
        ];
        yield 'with an id all the same' => [
            [...$ann, 'employer.organization.name' => 'Self', 'employer.id.old' => 'E-1'],
            ['Ann Lee', 'employer'],
            'Work: Self',
            ['employer.none'],
        ];
        yield 'what a report says of nobody' => [
            [...$ann, 'employer.organization.name' => 'Information requested per best efforts'],
            ['Ann Lee'],
            'Work: Information requested per best efforts',
            ['employer.none'],
        ];
        yield 'one of a couple alone' => [
            ['name.last' => 'Lee', 'name.first' => '', 'spouse.name.first' => 'Irene', 'spouse.email' => 'a@example.org'],
            ['Irene Lee'],
            '',
            ['spouse.alone'],
        ];
        yield 'the second of a couple alone' => [
            ['name.full' => '', 'spouse.name.full' => 'Don Orr', 'spouse.phone' => '207-555-0143'],
            ['Don Orr'],
            '',
            ['spouse.alone'],
        ];
        yield 'two children in a cell' => [
            [...$ann, 'child.name.full' => 'Mia & Max Orr', 'child.email' => 'kids@example.org'],
            ['Ann Lee', 'child Mia Orr', 'child.2 Max Orr'],
            'Children: kids@example.org',
            ['name.children'],
        ];
        yield 'first names beside the name of the family' => [
            ['name.full' => 'Ann', 'spouse.name.full' => 'Bo', 'child.name.full' => 'Zoe', 'household.organization.name' => 'Lee'],
            ['Ann Lee', 'spouse Bo Lee', 'child Zoe Lee', 'household Lee'],
            '',
            ['name.family'],
        ];
        yield 'a last name beside that of the family' => [
            ['name.full' => 'Lee', 'household.organization.name' => 'Lee'],
            ['Lee', 'household Lee'],
            '',
            [],
        ];
        yield 'a whole name beside that of the family' => [
            ['name.full' => 'Ann Orr', 'household.organization.name' => 'Lee'],
            ['Ann Orr', 'household Lee'],
            '',
            [],
        ];
        yield 'several children in a cell' => [
            [...$ann, 'child.name.full' => 'Zoe, Max (3), Ida'],
            ['Ann Lee', 'child Zoe Lee', 'child.2 Max Lee', 'child.3 Ida Lee'],
            'Children: With the name: 3',
            ['name.children'],
        ];
        yield 'a child of another last name, or two' => [
            [...$ann, 'child.name.full' => 'Jaxon, Brynlee'],
            ['Ann Lee', 'child Brynlee Jaxon'],
            '',
            ['name.two people'],
        ];
        yield 'two of a couple' => [
            ['name.last' => 'Lee', 'name.first' => 'Bo', 'spouse.name.first' => 'Irene'],
            ['Bo Lee', 'spouse Irene Lee', 'household Bo & Irene Lee'],
            '',
            [],
        ];
        yield 'a desk' => [
            ['organization.name' => 'Larkspur Trust c/o First Bank'],
            ['Larkspur Trust'],
            'With the name: c/o First Bank',
            [],
        ];
        yield 'a desk in a column of names' => [
            ['name.full' => 'Seacoast Dental Group (attn: Pam)'],
            ['Seacoast Dental Group'],
            'With the name: attn: Pam',
            [],
        ];
        yield 'a name that has such a word' => [
            [...$ann, 'employer.organization.name' => 'Retired Teachers of Maine'],
            ['Ann Lee', 'employer Retired Teachers of Maine'],
            '',
            [],
        ];
        yield 'an organization that is called so' => [['organization.name' => 'Retired'], ['Retired'], '', []];
        yield 'an organization in the columns of a name' => [
            ['name.first' => 'Acme', 'name.last' => 'Inc.', 'email' => 'acme@example.org'],
            ['Acme Inc.'],
            '',
            ['name.organization'],
        ];
        yield 'the same of whom the file says that it is a person' => [
            ['name.first' => 'Joy', 'name.last' => 'Books', 'kind' => 'person'],
            ['Joy Books'],
            '',
            ['name.organization'],
        ];
        yield 'the same with a spouse' => [
            ['name.first' => 'Joy', 'name.last' => 'Books', 'spouse.name.first' => 'Bo'],
            ['Joy Books', 'spouse Bo Books', 'household Joy & Bo Books'],
            '',
            ['name.organization'],
        ];
        yield 'a family in them' => [['name.first' => 'The Fenn', 'name.last' => 'Family'], ['The Fenn Family'], '', ['name.family']];
        yield 'an organization that reads like a person' => [['organization.name' => 'Joe Oak'], ['Joe Oak'], '', ['name.person']];
        yield 'the same with somebody to ask for' => [
            ['organization.name' => 'Joe Oak', 'contact.name.full' => 'Ann Lee'],
            ['Joe Oak', 'contact Ann Lee'],
            '',
            [],
        ];
        yield 'the same person to ask for' => [
            ['organization.name' => 'Joe Oak', 'contact.name.full' => 'Joe Oak'],
            ['Joe Oak', 'contact Joe Oak'],
            '',
            ['name.person'],
        ];
        yield 'two contact persons' => [
            ['organization.name' => 'Fir Fund', 'contact.name.full' => 'Ann & Bo Lee'],
            ['Fir Fund', 'contact Ann Lee'],
            'Contact: Ann & Bo Lee',
            ['name.two people'],
        ];
        yield 'a contact who is none' => [
            ['organization.name' => 'Fir Fund', 'contact.name.full' => 'Attn: Accounts Payable'],
            ['Fir Fund', 'contact Attn: Accounts Payable'],
            '',
            ['name.odd'],
        ];
        yield 'the role of a contact without a name' => [
            ['organization.name' => 'Fir Fund', 'contact.name.full' => '', 'contact.role' => 'Director'],
            ['Fir Fund'],
            'Contact: Director',
            [],
        ];
        $married = ['Ann Lee', 'spouse Bo Lee', 'household Ann & Bo Lee'];
        yield 'a spouse' => [[...$ann, 'spouse.name.first' => 'Bo'], $married, '', []];
        yield 'a title before the spouse' => [[...$ann, 'spouse.name.first' => 'Mr. Bo', 'spouse.name.last' => 'Lee'], $married, '', []];
        yield 'no spouse' => [[...$ann, 'spouse.name.first' => 'divorced'], ['Ann Lee'], 'Spouse: divorced', ['spouse.none']];
        yield 'no spouse, with the last name that all have' => [
            [...$ann, 'spouse.name.first' => 'Deceased', 'spouse.name.last' => 'LEE'],
            ['Ann Lee'],
            'Spouse: Deceased',
            ['spouse.none'],
        ];
        yield 'in one cell' => [[...$ann, 'spouse.name.full' => 'Widowed'], ['Ann Lee'], 'Spouse: Widowed', ['spouse.none']];
        yield 'the last name that all have, alone' => [[...$ann, 'spouse.name.last' => 'Lee'], ['Ann Lee'], '', []];
        yield 'the same beside a whole name' => [['name.full' => 'Ann Lee', 'spouse.name.last' => 'Lee'], ['Ann Lee'], '', []];
        yield 'another last name, alone' => [
            [...$ann, 'spouse.name.last' => 'Park'],
            ['Ann Lee', 'spouse Park', 'household Ann Lee & Park'],
            '',
            [],
        ];
        yield 'the same person again' => [
            [...$ann, 'spouse.name.first' => 'Ann', 'spouse.name.last' => 'Lee'],
            ['Ann Lee', 'spouse Ann Lee', 'household Ann & Ann Lee'],
            '',
            ['name.same'],
        ];
        yield 'a whole name as a first one' => [
            [...$ann, 'spouse.name.first' => 'Bo Park'],
            ['Ann Lee', 'spouse Bo Park Lee', 'household Ann & Bo Park Lee'],
            '',
            ['name.whole'],
        ];
        yield 'two first names' => [
            [...$ann, 'spouse.name.first' => 'Jo Robert'],
            ['Ann Lee', 'spouse Jo Robert Lee', 'household Ann & Jo Robert Lee'],
            '',
            [],
        ];
        yield 'Married is a name too' => [
            [...$ann, 'spouse.name.first' => 'Guest', 'spouse.name.last' => 'Park'],
            ['Ann Lee', 'spouse Guest Park', 'household Ann Lee & Guest Park'],
            '',
            [],
        ];
    }

    /**
     * @param  array<string, string>  $row
     * @param  list<string>  $who
     * @param  list<string>  $codes
     */
    #[DataProvider('rows')]
    public function test_who_comes_of_a_row(array $row, array $who, string $notes, array $codes): void
    {
        $mapped = self::map($row);

        self::assertSame(
            $who,
            array_map(static fn(Party $party): string => trim("{$party->role} {$party->record->display()}"), $mapped->parties),
        );
        self::assertSame($notes, $mapped->record()->further['notes'] ?? '');
        self::assertSame($codes, array_column($mapped->problems, 'code'));
        self::assertSame([], $mapped->blocking());
    }

    #[TestWith(['Acme', 'Inc.', SupporterKind::Organization])]
    #[TestWith(['', 'Smith Family Trust', SupporterKind::Organization])]
    #[TestWith(['Fenn', 'Family', SupporterKind::Household])]
    #[TestWith(['The', 'Smiths', SupporterKind::Household])]
    #[TestWith(['The', 'Elms', SupporterKind::Person])]
    #[TestWith(['Grace', 'Church', SupporterKind::Person])]
    public function test_what_the_columns_of_a_name_say_together(string $first, string $last, SupporterKind $kind): void
    {
        self::assertSame($kind, self::map(['name.first' => $first, 'name.last' => $last])->record()->kind);
    }

    #[TestWith(['Mrs. E. Pruitt', true])]
    #[TestWith(['Ida B. Nunn', true])]
    #[TestWith(['Victoria Gardens', false])]
    #[TestWith(['Dr. Pell Foundation', false])]
    #[TestWith(['Joe Oak', true])]
    #[TestWith(['Kay & Lou Ash', true])]
    #[TestWith(['Robert J. Ash', true])]
    #[TestWith(['Robert', false])]
    #[TestWith(['Joe Oak Inc.', false])]
    #[TestWith(['Joe & Sons', false])]
    #[TestWith(['Grace Church', false])]
    #[TestWith(['Harbor Hardware', false])]
    #[TestWith(['3M', false])]
    #[TestWith(['', false])]
    public function test_organizations_that_read_like_people(string $name, bool $isPerson): void
    {
        self::assertSame($isPerson, NameParts::isPerson($name));
    }
}
