<?php

declare(strict_types=1);

namespace Tests\Core\Names;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Names\NameDoubt;
use PineSieve\Core\Names\NameParts;

final class NamePartsTest extends TestCase
{
    /** @return iterable<string, array{list<string>, list<string>}> title, first, last, suffix as written, and as they are */
    public static function written(): iterable
    {
        yield 'nothing to tidy' => [['', 'Ann', 'Lee', ''], ['', 'Ann', 'Lee', '']];
        yield 'a title before the first name' => [['', 'Mrs. Ann', 'Lee', ''], ['Mrs.', 'Ann', 'Lee', '']];
        yield 'a title in its place' => [['', 'Dr', 'Patel', ''], ['Dr.', '', 'Patel', '']];
        yield 'a title before the last name' => [['', 'Sam', 'Dr. Ellis', ''], ['Dr.', 'Sam', 'Ellis', '']];
        yield 'a last name that begins like one' => [['', 'Bo', 'Bishop Lee', ''], ['', 'Bo', 'Bishop Lee', '']];
        yield 'a last name that is one' => [['', 'Bo', 'Dr', ''], ['', 'Bo', 'Dr', '']];
        yield 'one that stands apart, before the last name' => [['Dr', 'Sam', 'Mr. Ellis', ''], ['Dr', 'Sam', 'Mr. Ellis', '']];
        yield 'two titles' => [['', 'Rev. Dr. Ann', 'Lee', ''], ['Rev. Dr.', 'Ann', 'Lee', '']];
        yield 'a rank' => [['', 'Sgt.', 'York', ''], ['Sgt.', '', 'York', '']];
        yield 'a father' => [['', 'Father Tom', 'Kelly', ''], ['Fr.', 'Tom', 'Kelly', '']];
        yield 'first names that are titles' => [['', 'Dean', 'Judge', ''], ['', 'Dean', 'Judge', '']];
        yield 'the title stands apart too' => [['Mrs', 'Mrs. Ann', 'Lee', ''], ['Mrs', 'Ann', 'Lee', '']];
        yield 'another title stands apart' => [['Dr.', 'Mrs. Ann', 'Lee', ''], ['Dr.', 'Mrs. Ann', 'Lee', '']];
        yield 'a degree behind a comma' => [['', 'J.', 'Smith, MD', ''], ['', 'J.', 'Smith', 'MD']];
        yield 'two of them' => [['', 'J.', 'Smith Jr., MD', ''], ['', 'J.', 'Smith', 'Jr. MD']];
        yield 'two behind commas' => [['', 'J.', 'Smith, MD, PhD', ''], ['', 'J.', 'Smith', 'MD PhD']];
        yield 'letters that are names, behind a comma alone' => [['', 'J.', 'Smith, PA', ''], ['', 'J.', 'Smith', 'PA']];
        yield 'the same without one' => [['', 'Bo', 'Van Do', ''], ['', 'Bo', 'Van Do', '']];
        yield 'a generation' => [['', 'Bo', 'van der Berg Jr.', ''], ['', 'Bo', 'van der Berg', 'Jr.']];
        yield 'a generation at the first name' => [['', 'Bo III', 'Lee', ''], ['', 'Bo', 'Lee', 'III']];
        yield 'another suffix stands apart' => [['', 'Bo', 'Lee Jr.', 'MD'], ['', 'Bo', 'Lee Jr.', 'MD']];
        yield 'a last name of two' => [['', 'Sue', 'Hall Price', ''], ['', 'Sue', 'Hall Price', '']];
        yield 'a last name that is a suffix' => [['', 'Bo', 'Senior', ''], ['', 'Bo', 'Senior', '']];
        yield 'nothing at all' => [['', '', '', ''], ['', '', '', '']];
    }

    /**
     * @param  list<string>  $written
     * @param  list<string>  $tidied
     */
    #[DataProvider('written')]
    public function test_titles_and_suffixes_go_where_they_belong(array $written, array $tidied): void
    {
        $parts = (new NameParts(...$written))->tidied();

        self::assertSame($tidied, [$parts->title, $parts->first, $parts->last, $parts->suffix]);
    }

    /** @return iterable<string, array{string, string, ?NameDoubt}> */
    public static function doubtful(): iterable
    {
        $table = [
            ['Ann', 'Lee', null],
            ['Mary Ann', 'de la Cruz', null],
            ['ANN', 'LEE', null],
            ['', "O'Brien-Hall", null],
            ['Gene', 'Church', null],
            ['Bo', 'Post', null],
            ['Ann', 'Ann', null],
            ['Ann', 'Annson', null],
            ['Acme', 'Inc.', NameDoubt::Organization],
            ['', 'Smith Family Trust', NameDoubt::Organization],
            ['Friends of', 'the Library', NameDoubt::Organization],
            ['Estate of Bo', 'Lee', NameDoubt::Organization],
            ["St. Mary's", 'Church', NameDoubt::Organization],
            ['Fenn', 'Family', NameDoubt::Family],
            ['The', 'Smiths', NameDoubt::Family],
            ['Bo and family', 'Smith', NameDoubt::Family],
            ['Bo', 'Smith & family', NameDoubt::Family],
            ['Ann & Bo', 'Lee', NameDoubt::TwoPeople],
            ['Ann/Bo', 'Lee', NameDoubt::TwoPeople],
            ['Ann', 'Lee & Bo Park', NameDoubt::TwoPeople],
            ['Ann Lee', 'Lee', NameDoubt::Twice],
            ['Ann', 'Ann Lee', NameDoubt::Twice],
            ['Ann Lee', 'Ann Lee', NameDoubt::Twice],
            ['Lee, Ann', '', NameDoubt::Odd],
            ['', 'Lee, Ann', NameDoubt::Whole],
            ['Ed', 'Hale, Pastor', NameDoubt::Odd],
            ['Ann van', 'der Berg', NameDoubt::Odd],
            ['', 'van der Berg', null],
            ['Van', 'Morrison', null],
            ['Johnson', 'Robert', NameDoubt::Turned],
            ['Kelly', 'Robert', null],
            ['ann@example.org', 'Lee', NameDoubt::Odd],
            ['Ann', 'Lee 207-555-0111', NameDoubt::Odd],
            ['Ann', 'Lee 2', NameDoubt::Odd],
            ['c/o Ann', 'Lee', NameDoubt::Odd],
            ['First', 'Last', NameDoubt::Odd],
            ['', '', null],
        ];
        foreach ($table as $line) {
            yield "{$line[0]}|{$line[1]}" => $line;
        }
    }

    public function test_a_husbands_first_name_is_told(): void
    {
        $doubt = static fn(string $title, string $first): ?NameDoubt => (new NameParts($title, $first, 'Lee'))->tidied()->doubt();

        self::assertSame(NameDoubt::Husbands, $doubt('Mrs.', 'Robert'));
        self::assertSame(NameDoubt::Husbands, $doubt('', 'Mrs. John Q.'));
        self::assertNull($doubt('Mrs.', 'Leslie'));
        self::assertNull($doubt('Mr.', 'Robert'));
        self::assertStringContainsString("husband's", NameDoubt::Husbands->reason('Robert Lee'));
    }

    #[DataProvider('doubtful')]
    public function test_what_may_be_no_name_of_one_person_is_told(string $first, string $last, ?NameDoubt $doubt): void
    {
        self::assertSame($doubt, (new NameParts(first: $first, last: $last))->doubt());
        if ($doubt !== null) {
            self::assertStringContainsString(trim("{$first} {$last}"), $doubt->reason(trim("{$first} {$last}")));
            self::assertNotSame('', $doubt->remedy());
        }
    }
}
