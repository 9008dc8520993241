<?php

declare(strict_types=1);

namespace Tests\Core\Names;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Names\FamilyName;
use PineSieve\Core\Names\NameCasing;
use PineSieve\Core\Names\NameRemarks;
use PineSieve\Core\Names\Nicknames;
use PineSieve\Core\Names\OddName;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\TwoPeople;
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
        yield 'a particle with an apostrophe' => ["Jan van 't Hoff", new PersonName(first: 'Jan', last: "van 't Hoff")];
        yield 'a last name of two words alone' => ['De Luca', new PersonName(last: 'De Luca')];
        yield 'the same behind a title' => ['Mrs. De Luca', new PersonName('Mrs.', last: 'De Luca')];
        yield 'a title, and what seldom is a first name' => ['Mr. Van Horne', new PersonName('Mr.', last: 'Van Horne')];
        yield 'without a title it may be one' => ['Van Horne', new PersonName(first: 'Van', last: 'Horne')];
        yield 'so it may behind one' => ['Mr. Van Tran', new PersonName('Mr.', 'Van', last: 'Tran')];
        yield 'several particles' => ['Mr. Van den Heuvel', new PersonName('Mr.', last: 'Van den Heuvel')];
        yield 'several, alone' => ['van der Berg', new PersonName(last: 'van der Berg')];
        yield 'particles in capitals' => ['MR DE LA CRUZ', new PersonName('Mr.', last: 'DE LA CRUZ')];
        yield 'a saint behind a title' => ['Dr. St. James', new PersonName('Dr.', last: 'St. James')];
        yield 'joined, with an apostrophe' => ["Mr. Van't Hof", new PersonName('Mr.', last: "Van't Hof")];
        yield 'an Irish one' => ['Ms. O Reilly', new PersonName('Ms.', last: 'O Reilly')];
        yield 'a Scottish one' => ['Mac Donald', new PersonName(last: 'Mac Donald')];
        yield 'Mac for a first name' => ['Mac Davis', new PersonName(first: 'Mac', last: 'Davis')];
        yield 'a first name that may be a particle' => ['Al Haddad', new PersonName(first: 'Al', last: 'Haddad')];
        yield 'two last names' => ['Ana María García López', new PersonName(first: 'Ana', middle: 'María', last: 'García López')];
        yield 'one of them from before' => ['Ana García Smith', new PersonName(first: 'Ana', middle: 'García', last: 'Smith')];
        yield 'an initial that is no fifth' => ['Cruz, Carl L. V.', new PersonName(first: 'Carl', middle: 'L. V.', last: 'Cruz')];
        yield 'initials behind a suffix' => ['Torres Jr., J.R.', new PersonName(first: 'J.R.', last: 'Torres', suffix: 'Jr.')];
        yield 'an O that is an initial' => ['Ann O. Sullivan', new PersonName(first: 'Ann', middle: 'O.', last: 'Sullivan')];
        yield 'a first name behind a title' => ['Dr. Van Miller', new PersonName('Dr.', 'Van', last: 'Miller')];
        yield 'two first names before a word of organizations' => ['Miss Ann Mary Church', new PersonName('Miss', 'Ann', 'Mary', 'Church')];
        yield 'a nickname that is the first name' => ['"Dutch" Van Horne', new PersonName(last: 'Van Horne')];
        yield 'an initial that is none' => ['Seán Ó Briain', new PersonName(first: 'Seán', last: 'Ó Briain')];
        yield 'an initial that is one' => ['Mary T Lee', new PersonName(first: 'Mary', middle: 'T', last: 'Lee')];
        foreach (range('A', 'Z') as $initial) {
            $named = new PersonName(first: 'Mary', middle: "{$initial}.", last: 'Lee');
            yield "the initial {$initial}" => ["Mary {$initial}. Lee", $named];
            yield "the initial {$initial}, turned round" => ["Lee, Mary {$initial}.", $named];
        }
        yield 'the third' => ['Ann Lee the 3rd', new PersonName(first: 'Ann', last: 'Lee', suffix: 'III')];
        yield 'an officer' => ['Officer T. Banks', new PersonName('Officer', 'T.', '', 'Banks')];
        yield 'one word' => ['Cher', new PersonName(last: 'Cher')];
        yield 'a last name that organizations use' => ['Ann Church', new PersonName(first: 'Ann', last: 'Church')];
        yield 'apostrophe and blanks' => ["  Pat\u{A0}O'Brien ", new PersonName(first: 'Pat', last: "O'Brien")];
        yield 'two middle names' => ['Ann Mary Sue Lee', new PersonName(first: 'Ann', middle: 'Mary Sue', last: 'Lee')];
        yield 'a suffix between the two' => ['Lee, Jr., Bo', new PersonName(first: 'Bo', last: 'Lee', suffix: 'Jr.')];
        yield 'suffixes at both' => ['Lee Jr., Bo MD', new PersonName(first: 'Bo', last: 'Lee', suffix: 'Jr. MD')];
        yield 'several behind commas' => ['Ann Lee, Ph.D., CFRE', new PersonName(first: 'Ann', last: 'Lee', suffix: 'PhD CFRE')];
        yield 'letters that nobody has a list of' => ['Ann Lee, FAIA', new PersonName(first: 'Ann', last: 'Lee', suffix: 'FAIA')];
        yield 'the same, turned round' => ['Lee, Ann, FAIA', new PersonName(first: 'Ann', last: 'Lee', suffix: 'FAIA')];
        yield 'all in capitals, any may be a name' => ['LEE PARK, ANA', new PersonName(first: 'ANA', last: 'LEE PARK')];
        yield 'a last name of several words' => ['de la Cruz, ANA', new PersonName(first: 'ANA', last: 'de la Cruz')];
        yield 'nothing but a title behind the comma' => ['Lee, Dr.', new PersonName('Dr.', '', '', 'Lee')];
        yield 'titles behind the comma' => ['Lee, Rev. Dr. Ann', new PersonName('Rev. Dr.', 'Ann', '', 'Lee')];
        yield 'no last name' => [', Ann', new PersonName(first: 'Ann')];
        yield 'no first name' => ['Lee, ', new PersonName(last: 'Lee')];
        yield 'a comma alone' => [',', new PersonName()];
        yield 'a title alone' => ['Dr.', new PersonName(last: 'Dr.')];
        yield 'the other one was cut off' => ['Ann Lee &', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'a saint' => ['Anne Marie St. James', new PersonName(first: 'Anne', middle: 'Marie', last: 'St. James')];
        yield 'initials' => ['J. R. R. Lee', new PersonName(first: 'J.', middle: 'R. R.', last: 'Lee')];
        yield 'a nickname beside it' => ['Robert "Bob" Lee', new PersonName(first: 'Robert', last: 'Lee')];
        yield 'dead' => ['Lee, Ann (deceased)', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'a name in quotation marks' => ['"Ann Lee"', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'not Latin' => ['王小明', new PersonName(last: '王小明')];
        yield 'initials behind the comma' => ['Smith, J.R.', new PersonName(first: 'J.R.', last: 'Smith')];
        yield 'the same behind a whole name' => ['John Smith, J.R.', new PersonName(first: 'John', last: 'Smith', suffix: 'Jr.')];
        foreach (
            [
                'DO' => 'DO',
                'D.O.' => 'DO',
                'V' => 'V',
                'PE' => 'PE',
                'SJ' => 'SJ',
                'OD' => 'OD',
                'DC' => 'DC',
                'NP' => 'NP',
                'Esquire' => 'Esq.',
                'Snr' => 'Sr.',
                'Jnr.' => 'Jr.',
            ]
            as $written => $suffix
        ) {
            yield "{$written} behind a comma" => ["Ann Lee, {$written}", new PersonName(first: 'Ann', last: 'Lee', suffix: $suffix)];
        }
        yield 'a suffix that is a last name as well' => ['Ann Do', new PersonName(first: 'Ann', last: 'Do')];
        yield 'that last name, turned round' => ['Lee, Do', new PersonName(first: 'Do', last: 'Lee')];
        yield 'in capitals' => ['ANN LEE, DO', new PersonName(first: 'ANN', last: 'LEE', suffix: 'DO')];
        yield 'the fifth' => ['Henry Lee V', new PersonName(first: 'Henry', last: 'Lee', suffix: 'V')];
        yield 'a guest' => ['Bertram Yarborough + guest', new PersonName(first: 'Bertram', last: 'Yarborough')];
        yield 'whoever lives there' => ['Ann Lee OR CURRENT RESIDENT', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'Mc by itself, the last name first' => [
            'MC DONALD Ann Marie',
            new PersonName(first: 'Ann', middle: 'Marie', last: 'MC DONALD'),
        ];
        yield 'Mc by itself, alone' => ['MC DONALD', new PersonName(last: 'MC DONALD')];
        yield 'Mc by itself' => ['JOHN MC DONALD', new PersonName(first: 'JOHN', last: 'MC DONALD')];
        yield 'a saint without a blank' => ['ANN ST.CLAIR', new PersonName(first: 'ANN', last: 'ST.CLAIR')];
        yield 'first names that organizations use' => ['Marina Lopez', new PersonName(first: 'Marina', last: 'Lopez')];
        yield 'another' => ['Temple Harkness', new PersonName(first: 'Temple', last: 'Harkness')];
        yield 'a trust that is none' => ['Mary Trust', new PersonName(first: 'Mary', last: 'Trust')];
        yield 'a member of an order' => ['Sister Ann Lee', new PersonName('Sister', 'Ann', '', 'Lee')];
        yield 'in care of' => ['Bo Park c/o Ann Lee', new PersonName(first: 'Bo', last: 'Park')];
        yield 'in business as' => ['Ann Lee dba Lee Designs', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'a remark behind a dash' => ['Ann Lee - do not mail', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'who one was, as lawyers write it' => ['Mary Jones f/k/a Smith', new PersonName(first: 'Mary', last: 'Jones')];
        yield 'a name that looks like it' => ['Bo Nka Lee', new PersonName(first: 'Bo', middle: 'Nka', last: 'Lee')];
        yield 'a title of a temple' => ['Smt. Lakshmi Iyer', new PersonName('Smt.', 'Lakshmi', last: 'Iyer')];
        yield 'a title of a lodge' => ['Bro. Eli Yoder', new PersonName('Br.', 'Eli', last: 'Yoder')];
        yield 'who one was' => ['Ann Lee née Park', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'a rank of two words' => ['Petty Officer Lee', new PersonName('Petty Officer', '', '', 'Lee')];
        yield 'a class behind a rank' => ['Sgt. First Class Ana Lopez', new PersonName('Sgt. First Class', 'Ana', '', 'Lopez')];
        yield 'an office of a state' => ['State Rep. Al Roe', new PersonName('State Rep.', 'Al', '', 'Roe')];
        yield 'a name that begins like one' => ['First Tom Petty', new PersonName('', 'First', 'Tom', 'Petty')];
        yield 'a name that is a title elsewhere' => ['Eng Hock Tan', new PersonName('', 'Eng', 'Hock', 'Tan')];
        yield 'an article and a title' => ['The Rt. Rev. Ann Lee', new PersonName('Rt. Rev.', 'Ann', '', 'Lee')];
        yield 'a rank' => ['MSG Ann T Lee', new PersonName('MSG', 'Ann', 'T', 'Lee')];
        yield 'two ranks' => ['Lt. Col. Ann Lee, USA Ret.', new PersonName('Lt. Col.', 'Ann', '', 'Lee', 'USA Ret.')];
        yield 'a profession behind a comma' => [
            'Ann Lee, Attorney at Law',
            new PersonName(first: 'Ann', last: 'Lee', suffix: 'Attorney at Law'),
        ];
        yield 'a degree that is a title as well' => ['Ann Lee DDS, MS', new PersonName(first: 'Ann', last: 'Lee', suffix: 'DDS MS')];
        yield 'a title before the last name' => ['Rev. Dr. Lee, Ann', new PersonName('Rev. Dr.', 'Ann', '', 'Lee')];
        yield 'that title' => ['Lee, Ms', new PersonName('Ms.', '', '', 'Lee')];
        yield 'a last name of two words' => ['Luis de los Santos', new PersonName(first: 'Luis', last: 'de los Santos')];
        yield 'another of two' => ['Pedro San Miguel', new PersonName(first: 'Pedro', last: 'San Miguel')];
        yield 'a middle name that looks like "van"' => ['Nguyễn Văn An', new PersonName(first: 'Nguyễn', middle: 'Văn', last: 'An')];
        yield 'a last name that is a title as well' => ['Bishop, Ann', new PersonName(first: 'Ann', last: 'Bishop')];
        yield 'a doctor in Spanish' => ['Dra. Ana Pérez', new PersonName('Dra.', 'Ana', '', 'Pérez')];
        yield 'the younger in French' => ['Jean Tremblay fils', new PersonName(first: 'Jean', last: 'Tremblay', suffix: 'fils')];
        yield 'a first name that is a word for generosity' => ['Charity Lee', new PersonName(first: 'Charity', last: 'Lee')];
        yield 'a title behind a whole name' => ['Ed Hale, Pastor', new PersonName('Pastor', 'Ed', '', 'Hale')];
        yield 'a title behind a last name of two words' => ['Van Buren, Mrs.', new PersonName('Mrs.', '', '', 'Van Buren')];
        yield 'an emeritus' => ['Prof. Emeritus Ed Hale', new PersonName('Prof. Emeritus', 'Ed', '', 'Hale')];
        yield 'a generation in words' => ['Ewan Ross the Third', new PersonName(first: 'Ewan', last: 'Ross', suffix: 'III')];
        yield 'a generation behind a comma' => ['Ned Young, the 2nd', new PersonName(first: 'Ned', last: 'Young', suffix: 'II')];
        yield 'an O without its apostrophe' => ['Conan O Brien', new PersonName(first: 'Conan', last: 'O Brien')];
        yield 'an initial that is no such O' => ['Henry O Smith', new PersonName(first: 'Henry', middle: 'O', last: 'Smith')];
        yield 'a degree with a hyphen' => ['Carol Hale, PA-C', new PersonName(first: 'Carol', last: 'Hale', suffix: 'PA-C')];
        yield 'whose director it is' => ['Lee, Ann, Director of Music', new PersonName(first: 'Ann', last: 'Lee')];
        yield 'a last name of offices' => ['Agent, Ann', new PersonName(first: 'Ann', last: 'Agent')];
        yield 'a last name of music' => ['Ann Music', new PersonName(first: 'Ann', last: 'Music')];
        yield 'a last name of scouts' => ['Ann Troop', new PersonName(first: 'Ann', last: 'Troop')];
        foreach (['Ann M. Church' => 'M.', 'Ann Church' => '', 'Church, Ann' => '', 'Zsófia Church' => ''] as $written => $middle) {
            yield $written => [
                $written,
                new PersonName(first: str_contains($written, 'Zs') ? 'Zsófia' : 'Ann', middle: $middle, last: 'Church'),
            ];
        }
        yield 'a last name of organizations, with a title and a suffix' => [
            'Dr. Ann Church, MD',
            new PersonName('Dr.', 'Ann', '', 'Church', 'MD'),
        ];
        yield 'a lodge that is none' => ['Henry Lodge', new PersonName(first: 'Henry', last: 'Lodge')];
        yield 'a rarer one, behind a first name' => ['Susan Market', new PersonName(first: 'Susan', last: 'Market')];
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
        yield ['City Bakery', SupporterKind::Organization];
        yield ['Dover Bank', SupporterKind::Organization];
        yield ['YMCA of Dover', SupporterKind::Organization];
        yield ['Tern Harbor Seabird Rescue', SupporterKind::Organization];
        yield ['Lee Fdn', SupporterKind::Organization];
        yield ['Fresh Market', SupporterKind::Organization];
        yield ['Town Hall', SupporterKind::Organization];
        yield ['Church', SupporterKind::Organization];
        yield ['Grace Lutheran Church', SupporterKind::Organization];
        yield ['Lee & Sons', SupporterKind::Organization];
        yield ['Lee and Company', SupporterKind::Organization];
        yield ['Lee + Partners', SupporterKind::Organization];
        yield ['Lee & Park Bank', SupporterKind::Organization];
        yield ['Estate of Ann Lee', SupporterKind::Organization];
        yield ['Friends of the Tern', SupporterKind::Organization];
        yield ['Lee Family Trust', SupporterKind::Organization];
        yield ['Ann/Bo Lee', SupporterKind::Household];
        yield ['Ann Lee or Bo Park', SupporterKind::Household];
        yield ['Ann & Bo Church', SupporterKind::Household];
        yield ['The Lee Family', SupporterKind::Household];
        yield ['Mr. and Mrs. Florian Underhill', SupporterKind::Household];
        foreach (
            ['EST OF JOHN SMITH', 'Est. of John Smith', 'Temple Israel', 'Temple Beth El', 'Marina Bay', 'Smith Trust', 'Mary Smith Trust']
            as $organization
        ) {
            yield [$organization, SupporterKind::Organization];
        }
        foreach (
            [
                'Green Acres Farm',
                "Bill's Tire & Auto",
                "St. Mark's",
                'Law Office of Ann Lee',
                'Troop 44',
                'Class of 1985',
                '3rd Grade',
                'Local #12',
                'Lee Estate',
                'Tremblay et fils',
                'Pérez e Hijos',
                'Fundación Luz',
                'École Notre-Dame',
                'First Presbyterian',
                'Tansel Acupuncture',
                'AT&T',
                'Dover Depot',
                'Copper Kettle Bistro',
                'Tansel Music',
                'Ridge Runners',
                'Gil Moore DDS, P.C.',
                'Gil Moore, P.C.',
                'Hope Club, Ann Lee, President',
            ]
            as $organization
        ) {
            yield [$organization, SupporterKind::Organization];
        }
        yield ['Gil Moore et al', SupporterKind::Person];
        yield ['Co-Chair Ann Lee', SupporterKind::Person];
        yield ['River Hale', SupporterKind::Person];
        yield ['Lee, Ann P.C.', SupporterKind::Person];
        yield ['Anthony Arena', SupporterKind::Person];
        yield ['Brenda Market', SupporterKind::Person];
        yield ['Hockey Arena', SupporterKind::Organization];
        yield ['Young Fam.', SupporterKind::Household];
        yield ["Ann's Mom", SupporterKind::Person];
        yield ['Ann Lee and Partner', SupporterKind::Person];
        yield ['Anderson Sanderson', SupporterKind::Person];
        yield ['Ann n/a Lee', SupporterKind::Person];
        yield ['Orlando Andor', SupporterKind::Person];
    }

    /** @return iterable<array{string, string}> */
    public static function households(): iterable
    {
        yield ['John & Mary Smith', 'Smith'];
        yield ['Smith, John & Mary', 'Smith'];
        yield ['Mr. & Mrs. J. Smith Jr.', 'Smith'];
        yield ['Jan & Ida van der Berg', 'van der Berg'];
        yield ['The Lee Family', 'Lee'];
        yield ['Ann Lee & Family', 'Lee'];
        yield ['The Lee & Park Families', 'Park'];
        yield ['John (deceased) & Mary Smith', 'Smith'];
        yield ['van der Berg Household', 'van der Berg'];
        yield ['Jo Lee Jr. and Ann', 'Lee'];
        yield ['Familia Pérez', 'Pérez'];
        yield ['Famille Côté-Roy', 'Côté-Roy'];
        yield ['Fam. Müller', 'Müller'];
        yield ['Sta. Maria, Jose & Luz', 'Sta. Maria'];
        yield ['Mr. & Mrs. De Luca', 'De Luca'];
        yield ['Mr. and Mrs. Van Buren', 'Van Buren'];
        yield ['Betty & Al Rogers', 'Rogers'];
        yield ['Bill Xu and Van Nichols', 'Nichols'];
        yield ['Garcia Lopez, Ana & Jack', 'Garcia Lopez'];
        yield ['Rev. Lee Jr., Ann & Bo', 'Lee'];
        yield ['Frances Church and Henry Church', 'Church'];
        yield ['Church, Henry & Ann', 'Church'];
        yield ['Mr. & Mrs. Charles V. Church', 'Church'];
        yield ['Alice Monk + Jim Church', 'Church'];
    }

    #[DataProvider('households')]
    public function test_the_last_name_of_a_household(string $written, string $last): void
    {
        $parsed = WrittenName::parse($written);

        self::assertSame([SupporterKind::Household, $last, $written], [$parsed->kind, $parsed->person->last, $parsed->whole]);
    }

    /** @return iterable<array{string, list<string>}> */
    public static function pairs(): iterable
    {
        yield ['John & Mary Smith', ['John Smith', 'Mary Smith']];
        yield ['John&Mary Smith', ['John Smith', 'Mary Smith']];
        yield ['Mr. and Mrs. John Smith', ['Mr. and Mrs. John Smith']];
        yield ['Smith, Mr. and Mrs. John', ['Smith, Mr. and Mrs. John']];
        yield ['Smith, John & Mary', ['John Smith', 'Mary Smith']];
        yield ['Lee, Ann and Park, Bo', ['Ann Lee', 'Bo Park']];
        yield ['Dr. Ann Lee and Mr. Bo Park', ['Dr. Ann Lee', 'Mr. Bo Park']];
        yield ['Ann Lee & Bo', ['Ann Lee', 'Bo Lee']];
        yield ['Ann / Bo Lee', ['Ann Lee', 'Bo Lee']];
        yield ['ANN OR BO LEE', ['ANN LEE', 'BO LEE']];
        yield ['Ann & Bo', ['Ann', 'Bo']];
        yield ['John (deceased) & Mary Smith', ['John (deceased) Smith', 'Mary Smith']];
        yield ['Ms. Moore & Mr. Reyes', ['Ms. Moore', 'Mr. Reyes']];
        yield ['Lee, Ann M. & Bo T.', ['Ann M. Lee', 'Bo T. Lee']];
        yield ['Lee, Ann & Mary Jo', ['Ann Lee', 'Mary Jo Lee']];
        yield ['Lee, Ann & Bo Park', ['Ann Lee', 'Bo Park']];
        yield ['Billy Bob and Ann Young', ['Billy Bob Young', 'Ann Young']];
        yield ['A. J. Jordan & Kate Bennett', ['A. J. Jordan', 'Kate Bennett']];
        yield ['Ann St. John & Bo Park', ['Ann St. John', 'Bo Park']];
        yield ['Ann Q. and Bo Lee', ['Ann Q. Lee', 'Bo Lee']];
        yield ['Ray, Nick & Al', ['Nick Ray', 'Al Ray']];
        yield ['Ann Lee, CEO & Founder', ['Ann Lee, CEO & Founder']];
        yield ['A & B', ['A & B']];
        yield ['Ann & Bo & Cy Lee', ['Ann & Bo & Cy Lee']];
        yield ['Lee & Sons', ['Lee & Sons']];
        yield ['The Lee & Park Families', ['The Lee & Park Families']];
        yield ['Ann c/o Bo Lee', ['Ann c/o Bo Lee']];
        yield ['& Lee', ['& Lee']];
        yield ['', ['']];
    }

    /** @param  list<string>  $each */
    #[DataProvider('pairs')]
    public function test_two_people_in_a_cell(string $written, array $each): void
    {
        self::assertSame($each, TwoPeople::split($written));
    }

    /** @return iterable<array{string, string, string}> written, the name alone, what is told of the rest */
    public static function remarks(): iterable
    {
        yield ['Ann Lee', 'Ann Lee', ''];
        yield ["Pat O'Brien", "Pat O'Brien", ''];
        yield ["D'Arcy O'Dea", "D'Arcy O'Dea", ''];
        yield ['Ann Dec', 'Ann Dec', ''];
        yield ['Decatur Lee', 'Decatur Lee', ''];
        yield ['Robert "Bob" Lee', 'Robert Lee', 'nickname Bob'];
        yield ['Robert “Bob” Lee', 'Robert Lee', 'nickname Bob'];
        yield ["Robert 'Bob' Lee", 'Robert Lee', 'nickname Bob'];
        yield ['Lee, Robert (Bob)', 'Lee, Robert', 'nickname Bob'];
        yield ['Lee (Bob), Robert', 'Lee, Robert', 'nickname Bob'];
        yield ['Ann (Park) Lee', 'Ann Lee', '"Park" goes to the notes'];
        yield ['Ann Lee [née Park]', 'Ann Lee', '"née Park" goes to the notes'];
        yield ['Ann Lee (deceased)', 'Ann Lee', 'deceased'];
        yield ["Ann Lee, dec'd.", 'Ann Lee', 'deceased'];
        yield ['Ann Lee – DECEASED', 'Ann Lee', 'deceased'];
        yield ['†Ann Lee', 'Ann Lee', 'deceased'];
        yield ['Ann Lee (d. 2019)', 'Ann Lee', 'deceased, "d. 2019" goes to the notes'];
        yield ['Ann Lee (died in May 2019)', 'Ann Lee', 'deceased, "died in May 2019" goes to the notes'];
        yield ['Ann Lee (Dec. 5/3/2019)', 'Ann Lee', 'deceased, "Dec. 5/3/2019" goes to the notes'];
        yield ['Ann Lee (D. Park)', 'Ann Lee', '"D. Park" goes to the notes'];
        yield ['Ann Lee (moved in 2019)', 'Ann Lee', '"moved in 2019" goes to the notes'];
        yield ['Robert (Bob) Lee (deceased) (moved)', 'Robert Lee', 'nickname Bob, deceased, "moved" goes to the notes'];
        yield ['Bob "Bobby" "Rob" Lee', 'Bob Lee', 'nickname Bobby, "Rob" goes to the notes'];
        yield ['Ann Lee c/o Bo Park', 'Ann Lee', '"c/o Bo Park" goes to the notes'];
        yield ['The late Ann Lee', 'Ann Lee', 'deceased'];
        yield ['Ann Lee - moved', 'Ann Lee', '"moved" goes to the notes'];
        yield ['Ann Lee, Board Chair', 'Ann Lee', '"Board Chair" goes to the notes'];
        yield ['Ann Lee, Secretary/Treasurer', 'Ann Lee', '"Secretary/Treasurer" goes to the notes'];
        yield ['Lee, Chair', 'Lee, Chair', ''];
        yield ["Ed Hale '72", 'Ed Hale', '"\'72" goes to the notes'];
        yield ['Ed Hale ’72 P’15', 'Ed Hale', '"’72 P’15" goes to the notes'];
        yield ["Ed Hale MBA'99, P'15", 'Ed Hale', '"MBA\'99, P\'15" goes to the notes'];
        yield ['Ed Hale, Class of 1972', 'Ed Hale', '"Class of 1972" goes to the notes'];
        yield ['Ann Lee Roth IRA Rollover', 'Ann Lee', '"Roth IRA Rollover" goes to the notes'];
        yield ['ANN LEE IRA', 'ANN LEE', '"IRA" goes to the notes'];
        yield ['IRA GERSHWIN', 'IRA GERSHWIN', ''];
        yield ['Gershwin, Ira', 'Gershwin, Ira', ''];
        yield ['Ann Lee DECEASED 2019', 'Ann Lee', 'deceased, "DECEASED 2019" goes to the notes'];
        yield ['Ann Lee, RIP', 'Ann Lee', 'deceased'];
        yield ['Rip Lee', 'Rip Lee', ''];
        yield ['Ann Lee et ux', 'Ann Lee', '"ux" goes to the notes'];
        yield ['Ann Lee - VIP', 'Ann Lee - VIP', ''];
        yield ['Smith - Jones, Ann', 'Smith - Jones, Ann', ''];
        yield ['Ann Smith - Jones Jr.', 'Ann Smith - Jones Jr.', ''];
        yield ['Ann () Lee', 'Ann Lee', ''];
        yield ['Ann (Lee', 'Ann (Lee', ''];
        yield ['(deceased)', '(deceased)', ''];
        yield ['"Ann Lee"', 'Ann Lee', ''];
        yield ['', '', ''];
    }

    #[DataProvider('remarks')]
    public function test_what_stands_beside_a_name(string $written, string $name, string $told): void
    {
        $read = NameRemarks::of($written);

        self::assertSame([$name, $told], [$read->name, $read->told()]);
    }

    /** @return iterable<array{string, string}> */
    public static function flat(): iterable
    {
        yield ['JOHN SMITH III', 'John Smith III'];
        yield ["mary o'brien", "Mary O'Brien"];
        yield ['VAN DER BERG, JAN', 'van der Berg, Jan'];
        yield ['ST. JAMES', 'St. James'];
        yield ['NG', 'Ng'];
        yield ['BJ LEE', 'BJ Lee'];
        yield ['J.R. LEE', 'J.R. Lee'];
        yield ['YMCA OF DOVER', 'YMCA of Dover'];
        yield ['MCDONALD', 'McDonald'];
        yield ['ANN SAINT CLAIR', 'Ann Saint Clair'];
        yield ['ANN VANDER MEER', 'Ann Vander Meer'];
        yield ['ANN LEE, PH.D.', 'Ann Lee, Ph.D.'];
        yield ['ANN LEE PHD', 'Ann Lee PhD'];
        yield ['ann lee iii', 'Ann Lee III'];
        yield ["BJ'S HARDWARE", "BJ's Hardware"];
        yield ['A&P MARKET', 'A&P Market'];
        yield ['AJ LEE', 'AJ Lee'];
        yield ['JO LEE', 'Jo Lee'];
        yield ['JOHN MACY', 'John Macy'];
        yield ['LEE-PARK', 'Lee-Park'];
        yield ['ÉMILE ÇA', 'Émile Ça'];
        yield ['McDonald van Dyke', 'McDonald van Dyke'];
        yield ['dr. ann lee', 'Dr. Ann Lee'];
    }

    #[DataProvider('flat')]
    public function test_letters_of_one_case(string $written, string $cased): void
    {
        self::assertSame($cased, NameCasing::of($written));
    }

    #[DataProvider('kinds')]
    public function test_the_kind_that_a_name_tells(string $written, SupporterKind $kind): void
    {
        self::assertSame($kind, WrittenName::parse($written)->kind);
    }

    public function test_forms_of_a_name(): void
    {
        $name = new PersonName('Dr.', 'Ann', 'M.', 'Lee', 'Jr.');

        self::assertSame(
            ['Ann M. Lee Jr.', 'Lee, Ann M., Jr.', 'Dr. Ann M. Lee Jr.', 'Ann'],
            [$name->display(), $name->sort(), $name->envelope(), $name->greeting()],
        );
        self::assertSame('Dr. Lee', (new PersonName('Dr.', last: 'Lee'))->greeting());
        self::assertSame('', (new PersonName())->display());
    }

    public function test_nicknames(): void
    {
        self::assertSame('robert', Nicknames::common('bob', 'robert'));
        self::assertSame('robert', Nicknames::common('bob', 'rob'));
        self::assertNull(Nicknames::common('bob', 'bill'));
        self::assertNull(Nicknames::common('zed', 'zed2'));
    }

    #[TestWith(['The Johnsons', 'Johnson'])]
    #[TestWith(['the Joneses', 'Jones'])]
    #[TestWith(['The Foxes', 'Fox'])]
    #[TestWith(['The Williams', 'Williams'])]
    #[TestWith(['The Elms', null])]
    #[TestWith(['The Kings', null])]
    #[TestWith(['The Smith', null])]
    #[TestWith(['Johnsons', null])]
    public function test_a_last_name_in_the_plural_is_a_family(string $text, ?string $last): void
    {
        $written = WrittenName::parse($text);

        self::assertSame($last, FamilyName::of($text));
        self::assertSame($last === null ? SupporterKind::Person : SupporterKind::Household, $written->kind);
        self::assertSame([$last !== null, $last ?? $written->person->last], [$written->isFamily(), $written->person->last]);
    }

    /** @return iterable<array{string, bool}> */
    public static function odd(): iterable
    {
        foreach (
            [
                'Anonymous Donor #4',
                'In memory of Ann Lee',
                'The Elms',
                'The Woods',
                'The Bob Lees',
                'Lee, Ann, Bo',
                'Ann, Bo & Cy Lee',
                'Ann & Bo & Cy Lee',
                'Adm1n Lee',
                'Ann Lee?',
                '*Ann Lee',
                'Ann Lee - VIP',
                'Abcd. Ann Lee',
                'VIP Ann Lee',
                'Ann See Note For Lee by Bo Park',
                'Ann not Lee',
                'Juan y Ana Pérez',
                'Viuda de Pérez',
                'Ann Smith - Jones Jr.',
                'Ann Lee - DO NOT MAIL',
                "Ann's Mom",
                'Grandma Lee',
                '+Ann Lee',
                'Widow Lee',
                'Ann Lee DUPLICATE',
                'Her Honor Ann Lee',
                'Kim Yong-ho',
                'Robert Lee, Ann Park',
                'Mc Neil Ann',
                'Monadnock Tool & Die',
                'Hook and Ladder',
                'Roe & Cote',
                'Prof. Emer. Liang, Wei',
                'Wilson Tavárez hijo',
                'Pending - Jess',
                'GAGNON L ET ROY P',
                'SMITH JANE DR',
                'Omar H.',
                'Ann & Bo Lee JTWROS',
                'Eng. Peter Kamau',
                'Mrs. Robert (Ann) Lee',
                'Mrs. Robert Lee (Ann)',
                'Joan Lee, Ed Hale',
                'Dr. Joan Lee, Sexton',
                'Joan Lee w/ Ed Hale',
                'Joan & Ed',
                'Lee N&H',
                'FF Mike Dorsey',
                'A. B.',
                'Tansel Glass',
                'Grace Chapel',
                'Lee kids',
                'Ann Lee ann@example.org',
                'AnnLee',
                'ann.lee',
                'De Leon Maria',
                'De Luca',
                'Van Morrison',
                'van der Berg',
                'Vander Meer',
                'Mrs. Ned Young',
                'MRS ROBT LEE',
                'Grace & Peace Church',
                'Mr. & Mrs. A. J. Church',
            ]
            as $name
        ) {
            yield [$name, true];
        }
        foreach (
            [
                'Ann Lee',
                'ANN LEE',
                'Lee, Ann, MD',
                'Ned Young, PE',
                'Ed Hale, Pastor',
                'Garcia Lopez, Ana Maria',
                'Jean-Luc Picard-Lee',
                'Mc Neil, Ann',
                'Ann LEE',
                'A Lee',
                'A. B. Lee',
                "Ann O'Brien-Lee Jr.",
                'Wm. Lee 3rd',
                'Ann & Bo Lee',
                'Lee, Ann and Park, Bo',
                'Smith, Ann & Bo',
                'Okafor, Chidi & Ngozi',
                'Chidi & Ngozi Okafor',
                'John Smith & Mary',
                'Bo Lee & wife',
                'John A & Mary B Smith',
                'Lee, Ann & Bo M.',
                'Dean Judge',
                'Mr. Robt. Lee, Esq.',
                'Olsen Bait & Tackle',
                'Mr. and Mrs. Ann Lee and Family',
                'Robert "Bob" Lee (deceased)',
                'Lee Foundation for the Arts',
                'Ana María de la Cruz Reyes',
                'Иван Петров',
                'Robert (Bob) Lee',
                'Martin Lopez, Ana Maria',
                'Ann Glass',
                'Roy Chapel',
                'AJ Lee',
                'McLee',
                'MaryAnn',
                'Van Lee',
                'Mrs. De Luca',
                'Mr. Ned Young',
                'Mrs. Dana Roy',
                'Mrs. Martin',
                'Mr. & Mrs. Ned Young',
                'ann@example.org',
            ]
            as $name
        ) {
            yield [$name, false];
        }
    }

    public function test_who_opens_the_mail_of_an_organization_is_not_its_name(): void
    {
        foreach (
            [
                'Larkspur Trust c/o First Bank' => ['Larkspur Trust', 'c/o First Bank'],
                'Seacoast Dental Group (attn: Pam)' => ['Seacoast Dental Group', 'attn: Pam'],
                'Acme, Inc., attn Accounts' => ['Acme, Inc.', 'attn Accounts'],
                'Anonymous (via Pell Foundation)' => ['Anonymous', 'via Pell Foundation'],
                'Attention Deficit Center' => ['Attention Deficit Center', ''],
                'Attn: Pam' => ['Attn: Pam', ''],
                'Dover Via Ferrata Club' => ['Dover Via Ferrata Club', ''],
                'Lee Hardware (Dover)' => ['Lee Hardware (Dover)', ''],
            ]
            as $written => $read
        ) {
            $remarks = NameRemarks::ofOrganization($written);
            self::assertSame($read, [$remarks->name, $remarks->remark], $written);
        }
    }

    #[DataProvider('odd')]
    public function test_names_that_may_be_read_wrongly_are_told(string $name, bool $isOdd): void
    {
        self::assertSame($isOdd, OddName::isIn($name));
    }

    #[TestWith(['Current Resident', true])]
    #[TestWith(['CASH', true])]
    #[TestWith(['Petty cash', true])]
    #[TestWith(['Walk-in', true])]
    #[TestWith(['Misc.', true])]
    #[TestWith(['Johnny Cash', false])]
    #[TestWith(['Cash Family Fund', false])]
    #[TestWith(['', false])]
    public function test_names_of_nobody(string $name, bool $isNobody): void
    {
        self::assertSame($isNobody, NameRemarks::isNobody($name));
    }

    #[TestWith(['Anonymous', true])]
    #[TestWith(['Anonymous Donor #4', true])]
    #[TestWith(['Unknown Unknown', true])]
    #[TestWith(['ANONYMOUS DONOR', true])]
    #[TestWith(['An anonymous friend', true])]
    #[TestWith(['Unknown', true])]
    #[TestWith(['Anonymous Donor(s)', true])]
    #[TestWith(['Name withheld', true])]
    #[TestWith(['Anonymous Bosch', false])]
    #[TestWith(['Ann Onymous', false])]
    #[TestWith(['Unknown Mortals Club', false])]
    #[TestWith(['Friend', false])]
    #[TestWith(['', false])]
    public function test_names_that_say_that_nobody_knows(string $name, bool $isUnknown): void
    {
        self::assertSame($isUnknown, NameRemarks::isUnknown($name));
    }
}
