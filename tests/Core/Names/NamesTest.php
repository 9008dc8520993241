<?php

declare(strict_types=1);

namespace Tests\Core\Names;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Names\Nicknames;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;

final class NamesTest extends TestCase
{
    /** @return iterable<string, array{string, PersonName}> */
    public static function people(): iterable
    {
        yield 'plain' => ['Ann Lee', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'turned round' => ['Lee, Ann M.', new PersonName(first: 'Ann', middle: 'M.', last: 'Lee')];
        yield 'title and suffix' => ['Dr. Ann M. Lee Jr.', new PersonName('Dr.', 'Ann', 'M.', 'Lee', 'Jr.')];
        yield 'suffix behind a comma' => ['Ann Lee, MD', new PersonName(first: 'Ann', last: 'Lee', suffix: 'MD')];
        yield 'two titles' => ['Rev. Dr. Ann Lee', new PersonName('Rev. Dr.', 'Ann', '', 'Lee')];
        yield 'particles' => ['Jan van der Berg', new PersonName(first: 'Jan', last: 'van der Berg')];
        yield 'particles, turned round' => ['van der Berg, Jan', new PersonName(first: 'Jan', last: 'van der Berg')];
        yield 'one word' => ['Cher', new PersonName(last: 'Cher')];
        yield 'a last name that organizations use' => ['Ann Church', new PersonName(first: 'Ann', last: 'Church')];
        yield 'apostrophe and blanks' => ["  Pat\u{A0}O'Brien ", new PersonName(first: 'Pat', last: "O'Brien")];
        yield 'two middle names' => ['Ann Mary Sue Lee', new PersonName(first: 'Ann', middle: 'Mary Sue', last: 'Lee')];
    }

    #[DataProvider('people')]
    public function test_a_person_in_one_cell(string $written, PersonName $name): void
    {
        $parsed = WrittenName::parse($written);

        self::assertSame(SupporterKind::Person, $parsed->kind);
        self::assertEquals($name, $parsed->person);
    }

    /** @return iterable<array{string, SupporterKind}> */
    public static function kinds(): iterable
    {
        yield ['Larkspur Foundation', SupporterKind::Organization];
        yield ['First Parish Church of Dover', SupporterKind::Organization];
        yield ['Lee Boat Works', SupporterKind::Organization];
        yield ['Acme, Inc.', SupporterKind::Organization];
        yield ['John & Mary Smith', SupporterKind::Household];
        yield ['Ann Lee and Bo Park', SupporterKind::Household];
        yield ['Anderson Sandy', SupporterKind::Person];
    }

    #[DataProvider('kinds')]
    public function test_the_kind_that_a_name_tells(string $written, SupporterKind $kind): void
    {
        self::assertSame($kind, WrittenName::parse($written)->kind);
    }

    public function test_forms_of_a_name(): void
    {
        $name = new PersonName('Dr.', 'Ann', 'M.', 'Lee', 'Jr.');

        self::assertSame(['Ann M. Lee Jr.', 'Lee, Ann M., Jr.', 'Dr. Ann M. Lee Jr.', 'Ann'], [$name->display(), $name->sort(), $name->envelope(), $name->greeting()]);
        self::assertSame('Dr. Lee', (new PersonName('Dr.', last: 'Lee'))->greeting());
        self::assertSame('', (new PersonName)->display());
    }

    public function test_nicknames(): void
    {
        self::assertSame('robert', Nicknames::common('bob', 'robert'));
        self::assertSame('robert', Nicknames::common('bob', 'rob'));
        self::assertNull(Nicknames::common('bob', 'bill'));
        self::assertNull(Nicknames::common('zed', 'zed2'));
    }
}
