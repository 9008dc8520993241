<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PreparedRecord;
use PineSieve\Core\Names\SupporterKind;
use Tests\Support\Compared;

/** What two records amount to by the rule sets that come with the program. */
final class PairsTest extends TestCase
{
    /** @return iterable<string, array{string, string, ?string}> two people, and what they are: certain, review, or null for two */
    public static function people(): iterable
    {
        $home = '12 Elm St||Dover|NH|03820';
        $mail = 'lee@example.org';
        $phone = '+16035550143';
        yield 'the same id' => ['Ann Lee;;;;;X-1', 'Ann Lee;;;;;x-1', 'certain'];
        yield 'the same id after a marriage' => ['Ann Lee;;;;;X-1', 'Ann Park;;;;;X-1', 'certain'];
        yield 'the same id, nobody alike' => ['Ann Lee;;;;;X-1', 'Zoe Quill;;;;;X-1', null];
        yield 'the same email' => ["Ann Lee;{$mail}", "ANN LEE;{$mail}", 'certain'];
        yield 'a nickname and the same email' => ["Bob Lee;{$mail}", "Robert Lee;{$mail}", 'certain'];
        yield 'a nickname and the same phone, which a family shares' => ["Bob Lee;;{$phone}", "Robert Lee;;{$phone}", 'review'];
        yield 'husband and wife share an email' => ["Bo Lee;{$mail};{$phone};{$home}", "Ann Lee;{$mail};{$phone};{$home}", null];
        yield 'husband and wife with the same consonants' => [
            "John Lee;{$mail};{$phone};{$home}",
            "Jane Lee;{$mail};{$phone};{$home}",
            null,
        ];
        yield 'twins' => ["Ella Lee;;{$phone};{$home};1990-05-06", "Nora Lee;;{$phone};{$home};1990-05-06", null];
        yield 'twins with names alike' => [
            "Mia Lee;{$mail};{$phone};{$home};1990-05-06",
            "Mya Lee;{$mail};{$phone};{$home};1990-05-06",
            'review',
        ];
        yield 'father and son' => ["Robert Lee Sr.;;{$phone};{$home}", "Robert Lee Jr.;;{$phone};{$home}", null];
        yield 'the same, with a degree' => ["Robert Lee Sr.;;{$phone};{$home}", "Robert Lee Jr., MD;;{$phone};{$home}", null];
        yield 'father and son, one suffix left out' => ["Robert Lee;;{$phone};{$home}", "Robert Lee Jr.;;{$phone};{$home}", 'review'];
        yield 'father and son by their birth dates' => [
            "Robert Lee;;{$phone};{$home};1948-02-03",
            "Robert Lee;;{$phone};{$home};1975-11-23",
            null,
        ];
        yield 'a birth date with day and month swapped' => ["Ann Lee;{$mail};;;1970-02-03", "Ann Lee;{$mail};;;1970-03-02", 'certain'];
        yield 'a birth date with another year' => ["Ann Lee;{$mail};;;1970-02-03", "Ann Lee;{$mail};;;1971-02-03", 'review'];
        yield 'a birth date with another month, nothing but the name beside it' => [
            'Ann Lee;;;;1970-02-03',
            'Ann Lee;;;;1970-05-03',
            'review',
        ];
        yield 'a birth date with another month and day' => ["Ann Lee;{$mail};;;1970-02-03", "Ann Lee;{$mail};;;1970-05-04", null];
        yield 'other middle names' => ["Ann B. Lee;{$mail}", "Ann C. Lee;{$mail}", 'review'];
        yield 'one gives a middle name' => ["Ann B. Lee;{$mail}", "Ann Lee;{$mail}", 'certain'];
        yield 'the old system has them as two' => ["Ann Lee;{$mail};;;;X-1", "Ann Lee;{$mail};;;;X-2", 'review'];
        yield 'one name at one address' => ["Ann Lee;;;{$home}", 'Ann Lee;;;12 ELM STREET||DOVER|New Hampshire|3820', 'certain'];
        yield 'one name at one address, other email and phone' => [
            "Ann Lee;{$mail};{$phone};{$home}",
            "Ann Lee;ann@example.com;+12075550199;{$home}",
            'review',
        ];
        yield 'one name at one phone, other email and address' => [
            "Ann Lee;{$mail};{$phone};{$home}",
            "Ann Lee;ann@example.com;{$phone};9 Quay Rd||Bath|ME|04530",
            'review',
        ];
        yield 'one id, whatever else has changed' => [
            "Ann Lee;{$mail};{$phone};{$home};;X-1",
            'Ann Lee;ann@example.com;+12075550199;9 Quay Rd||Bath|ME|04530;;X-1',
            'certain',
        ];
        yield 'one birth date and place, another email and phone' => [
            "Ann Lee;{$mail};{$phone};{$home};1970-02-03",
            'Ann Lee;ann@example.com;+12075550199;9 Quay Rd||Dover|NH|03820;1970-02-03',
            'certain',
        ];
        yield 'a short form with a slip' => ["Jaskie Lee;;{$phone};{$home}", "Jacqueline Lee;;{$phone};{$home}", 'review'];
        yield 'a full name with a slip, and a short form' => ["Antony Lee;{$mail}", "Tony Lee;{$mail}", 'review'];
        yield 'another person whose name looks like a short form' => [
            "Patricia Lee;{$mail};{$phone};{$home}",
            "Matty Lee;{$mail};{$phone};{$home}",
            null,
        ];
        yield 'one without the unit' => ["Ann Lee;;;{$home}", 'Ann Lee;;;12 Elm St|Apt 4|Dover|NH|03820', 'review'];
        yield 'one unit, otherwise written' => [
            'Ann Lee;;;12 Elm St|Unit 4-A|Dover|NH|03820',
            'Ann Lee;;;12 Elm Street #4A||Dover|NH|03820',
            'certain',
        ];
        yield 'a wife by the name of her husband' => ["Mr. John Lee;{$mail};;{$home}", "Mrs. John Lee;{$mail};;{$home}", 'review'];
        yield 'a man and a woman of one name, nothing else known' => ['Mr. Marta Quill', 'Ms. Marta Quill', null];
        yield 'a title that tells nothing' => ["Dr. Ann Lee;{$mail};;{$home}", "Ms. Ann Lee;{$mail};;{$home}", 'certain'];
        yield 'titles of one woman' => ["Miss Ann Lee;{$mail};;{$home}", "Mrs. Ann Lee;{$mail};;{$home}", 'certain'];
        yield 'a slip in the postal code' => ["Ann Lee;;;{$home}", 'Ann Lee;;;12 Elm Street||Dover|NH|03802', 'review'];
        yield 'no postal code' => ["A. Lee;;;{$home}", 'Ann Lee;;;12 Elm Street||Dover|NH|', 'review'];
        yield 'a street of that name in another town' => ["A. Lee;;;{$home}", 'Ann Lee;;;12 Elm Street||Bath|ME|04530', null];
        yield 'other middle names, one with a short form' => ["Robert G. Lee;{$mail}", "Bobby L. Lee;{$mail}", 'review'];
        yield 'other units of one house' => [
            'Ann Lee;;;12 Elm St|Apt 4|Dover|NH|03820',
            'Ann Lee;;;12 Elm St|Apt 5|Dover|NH|03820',
            'review',
        ];
        yield 'a first and a middle name of one birth date, after a marriage' => [
            'Ann Mae Lee;;;;1970-02-03',
            'Ann Mae Quill;;;;1970-02-03',
            'review',
        ];
        yield 'a first name of one birth date and street, after a marriage, with a slip in the postal code' => [
            "Ann Lee;;;{$home};1970-02-03",
            'Ann Quill;;;12 Elm St||Dover|NH|03802;1970-02-03',
            'review',
        ];
        yield 'a first name of one birth date' => ['Ann Lee;;;;1970-02-03', 'Ann Quill;;;;1970-02-03', null];
        yield 'an initial at one address' => ["A. Lee;;;{$home}", "Ann Lee;;;{$home}", 'review'];
        yield 'a slip at one address' => ["Marta Abernathy;;;{$home}", "Marta Abernethy;;;{$home}", 'review'];
        yield 'a changed surname' => ["Marta Lee;{$mail}", "Marta Park;{$mail}", 'review'];
        yield 'swapped names' => ["Clark Kent;{$mail}", "Kent Clark;{$mail}", 'certain'];
        yield 'the name alone' => ['Marta Quill', 'Marta Quill', 'review'];
        yield 'neighbours' => ["Marta Quill;;;{$home}", "Zoe Park;;;{$home}", null];
        yield 'strangers' => ['Marta Quill;a@example.org', 'Zoe Park;b@example.org', null];
        yield 'nothing but an email' => [";{$mail}", ";{$mail}", null];
        yield 'nothing' => ['', '', null];
    }

    /** @return iterable<string, array{string, string, ?string}> two at one address whose first names are these, and what they are */
    public static function firstNames(): iterable
    {
        foreach (
            [
                'Robert Bob',
                'Elizabeth Liz',
                'Liz Beth',
                'Ted Edward',
                'Ted Theodore',
                'Margaret Peggy',
                'Jon John',
                'Katherine Catherine',
                'Stephen Steven',
                'Wm William',
                'J Jane',
                'Chris Christopher',
                'Chris Christina',
                'Robret Robert',
                'Kathlen Kathy',
                'Jackie Jacquelien',
                // A slip, or husband and wife: a person says.
                'Mark Mary',
                'Carl Carla',
                'Paul Paula',
                'Luis Louise',
                'Joan Jean',
                'Tom Tim',
                'Peter Petra',
                'Stephan Stephanie',
            ]
            as $said
        ) {
            yield $said => [...explode(' ', $said), 'review'];
        }
        foreach (['John Jane', 'Jim Kim', 'Ann Dan', 'Bob Rob-Roy', 'Ella Nora', 'Patricia Matty', 'Ben Glen', 'Dan Jan'] as $said) {
            [$one, $other] = explode(' ', $said);
            yield "not {$said}" => [$one, $other, null];
        }
    }

    #[DataProvider('firstNames')]
    public function test_first_names_at_one_address(string $one, string $other, ?string $verdict): void
    {
        $home = ';;;12 Elm St||Dover|NH|03820';

        $this->compared(SupporterKind::Person, "{$one} Abernathy{$home}", "{$other} Abernathy{$home}", $verdict);
    }

    public function test_who_lives_together_is_told_as_such(): void
    {
        $judge = Compared::judge(SupporterKind::Person);
        $home = static fn(string $one, string $other): ?Pair => $judge->relation(
            $judge->prepare(1, Compared::traits($one)),
            $judge->prepare(2, Compared::traits($other)),
        )?->home;
        $address = ';;;12 Elm St||Dover|NH|03820';

        self::assertSame(
            ['Same address once both are in standard form'],
            array_values(
                array_filter(
                    $home("Ann Lee{$address}", "Bo Lee{$address}")->for ?? [],
                    static fn(string $reason): bool => str_contains($reason, 'address'),
                ),
            ),
        );
        self::assertNotNull(
            $home("Ann Lee{$address};1970-02-03", "Bo Lee{$address};1999-12-31"),
            'Parent and child have other birth dates.',
        );
        self::assertNull($home("Ann Lee{$address}", "Anna Lee{$address}"), 'They may be one.');
        self::assertNull(
            $home("Robert Lee Sr.{$address}", "Robert Lee Jr.{$address}"),
            'One name: it is not known that they are not to be told apart by a slip.',
        );
        self::assertNull($home("Ann Lee{$address}", "Bo Quill{$address}"), 'Neighbours in one house.');
        self::assertNotNull(
            $home('Ann Lee;;+16035550143;12 Elm St||Dover|NH|03820', 'Bo Quill;;+16035550143;12 Elm St||Dover|NH|03820'),
            'They share a phone too.',
        );
        self::assertNull($home('Ann Lee;;+16035550143', 'Bo Lee;;+16035550143'), 'No address is known of them.');
    }

    #[DataProvider('people')]
    public function test_people(string $one, string $other, ?string $verdict): void
    {
        $this->compared(SupporterKind::Person, $one, $other, $verdict);
    }

    /** @return iterable<string, array{SupporterKind, string, string, ?string}> */
    public static function others(): iterable
    {
        $organization = SupporterKind::Organization;
        yield 'a legal form' => [
            $organization,
            'Harbor Light, Inc.;;;1 Quay St||Dover|NH|03820',
            'The Harbor Light;;;9 Elm St||Dover|NH|03820',
            'certain',
        ];
        yield 'one name in two places' => [
            $organization,
            'First Parish Church;;;1 Quay St||Dover|NH|03820',
            'First Parish Church;;;9 Elm St||Bath|ME|04530',
            'review',
        ];
        yield 'two in one building' => [
            $organization,
            'Petrel Sails;;;1 Quay St||Dover|NH|03820',
            'Tern Bakery;;;1 Quay St||Dover|NH|03820',
            null,
        ];
        yield 'a number in letters' => [
            $organization,
            'First Parish Church;;;1 Quay St||Dover|NH|03820',
            '1st Parish Church;;;1 Quay Street||Dover|NH|03820',
            'certain',
        ];
        yield 'one says where it is' => [
            $organization,
            'First Parish Church;;;1 Quay St||Dover|NH|03820',
            '1st Parish Church of Dover;;;1 Quay Street||Dover|NH|03820',
            'review',
        ];
        yield 'filed by its noun' => [
            $organization,
            'Dover Public Library;;;1 Quay St||Dover|NH|03820',
            'Library, Dover Public;;;1 Quay Street||Dover|NH|03820',
            'review',
        ];
        yield 'its place first' => [$organization, 'YMCA of Dover;;+16035550143', 'Dover YMCA;;+16035550143', 'review'];
        yield 'the same words, one of them twice' => [
            $organization,
            'Dover Dover YMCA;;+16035550143',
            'Dover YMCA YMCA;;+16035550143',
            null,
        ];
        yield 'the first and the second' => [
            $organization,
            'First Parish Church;;;1 Quay St||Dover|NH|03820',
            '2nd Parish Church;;;9 Quay Street||Dover|NH|03820',
            null,
        ];
        yield 'a slip' => [$organization, 'Petrel Sailworks;info@petrel.example.org', 'Petrel Sialworks;info@petrel.example.org', 'review'];
        yield 'strangers that have a common word' => [$organization, 'Larkspur Foundation', 'Heron Foundation', null];
        $household = SupporterKind::Household;
        yield 'a household' => [
            $household,
            'John & Mary Lee;;;1 Quay St||Dover|NH|03820',
            'John and Mary Lee;;;1 Quay Street||Dover|NH|03820',
            'certain',
        ];
        yield 'a family, and the two by name, at one email' => [
            $household,
            'The Lee Family;lee@example.org',
            'Mr. & Mrs. John Lee Jr.;lee@example.org',
            'review',
        ];
        yield 'a family, and the two by name, at one phone' => [
            $household,
            'Lee Household;;+16035550143',
            'Lee, John & Mary;;+16035550143',
            'review',
        ];
        yield 'a family, and the two by name, at one address' => [
            $household,
            'The van der Berg Family;;;1 Quay St||Dover|NH|03820',
            'Jan & Ida van der Berg;;;1 Quay Street||Dover|NH|03820',
            'review',
        ];
        yield 'the other one first' => [$household, 'John & Mary Lee;lee@example.org', 'Mary and John Lee;lee@example.org', 'review'];
        yield 'two families of one phone' => [$household, 'The Lee Family;;+16035550143', 'The Park Family;;+16035550143', null];
        yield 'one family name elsewhere' => [
            $household,
            'John & Mary Lee;;;1 Quay St||Dover|NH|03820',
            'Bo & Ann Lee;;;9 Elm St||Bath|ME|04530',
            null,
        ];
    }

    #[DataProvider('others')]
    public function test_organizations_and_households(SupporterKind $kind, string $one, string $other, ?string $verdict): void
    {
        $this->compared($kind, $one, $other, $verdict);
    }

    private function compared(SupporterKind $kind, string $one, string $other, ?string $verdict): void
    {
        $judge = Compared::judge($kind);
        [$a, $b] = [$judge->prepare(2, Compared::traits($one, $kind)), $judge->prepare(1, Compared::traits($other, $kind))];
        $pair = $judge->judge($a, $b);

        self::assertSame($verdict, $pair?->certainty->value, $pair?->reasons() ?? '');
        self::assertEquals($pair?->certainty, $judge->judge($b, $a)?->certainty, 'It does not matter which side comes first.');
        if ($pair !== null) {
            self::assertSame([1, 2], [$pair->one, $pair->other]);
            self::assertNotSame([], $pair->for, 'It says why.');
            self::assertThat($pair->score, self::logicalAnd(self::greaterThan(0), self::lessThanOrEqual(100)));
            self::assertNotSame([], array_intersect_key($a->keys, $b->keys), 'A pair without a common key would never be compared.');
            self::assertEquals($a, PreparedRecord::unpack($a->pack()));
        }
    }

    public function test_reasons_are_told_for_and_against(): void
    {
        $judge = Compared::judge(SupporterKind::Person);
        $pair = $judge->judge(
            $judge->prepare(1, Compared::traits('Bob Lee;bob@example.org;;;;X-1')),
            $judge->prepare(2, Compared::traits('Robert Lee Jr.;bob@example.org;;;;X-2')),
        );

        self::assertSame(
            ['Same email: bob@example.org', 'Names agree, Bob and Robert are usual forms of Robert: Bob Lee, Robert Lee Jr.'],
            $pair?->for,
        );
        self::assertSame(['old has them as two: X-1, X-2', 'Only one is Jr.'], $pair?->against);
        self::assertStringContainsString('; but: Only one is Jr.', $pair->reasons());
    }

    public function test_where_no_rule_holds_one_is_told_what_they_share_all_the_same(): void
    {
        $judge = Compared::judge(SupporterKind::Person);
        [$one, $other] = [
            $judge->prepare(1, Compared::traits('Bo Lee;lee@example.org;+16035550143')),
            $judge->prepare(2, Compared::traits('Ann Lee;lee@example.org;+16035550199')),
        ];

        self::assertNull($judge->judge($one, $other));
        self::assertSame([['Same email'], ['The first names differ: Bo Lee, Ann Lee', 'Another phone']], $judge->reasons($one, $other));
    }

    public function test_what_more_speaks_for_a_pair_puts_it_before_others(): void
    {
        $judge = Compared::judge(SupporterKind::Person);
        $score = static fn(string $one, string $other): int => $judge->judge(
            $judge->prepare(1, Compared::traits($one)),
            $judge->prepare(2, Compared::traits($other)),
        )->score ?? 0;

        self::assertGreaterThan(
            $score('Ann Lee;a@example.org', 'Ann Lee;a@example.org'),
            $score('Ann Lee;a@example.org;+12075550143', 'Ann Lee;a@example.org;+12075550143'),
        );
        self::assertGreaterThan($score('Ann Lee', 'Ann Lee'), $score('Ann Lee;a@example.org', 'Ann Lee;a@example.org'));
        self::assertGreaterThan(
            $score('Ann B. Lee;a@example.org', 'Ann C. Lee;a@example.org'),
            $score('Ann Lee;a@example.org', 'Ann Lee;a@example.org'),
        );
    }

    /** @return iterable<string, array{list<array<string, mixed>>, list<string>, string, string, bool}> */
    public static function blanks(): iterable
    {
        $rule = static fn(array $options): array => [
            ['comparisons' => [['field' => 'email'], ['field' => 'phone', 'options' => $options]]],
        ];
        yield 'two blanks do not agree' => [$rule([]), 'Ann;a@example.org', 'Bo;a@example.org', false];
        yield 'unless the rule says so' => [$rule(['blanks equal' => true]), 'Ann;a@example.org', 'Anna;a@example.org', true];
        yield 'a blank and a value never do' => [
            $rule(['blanks equal' => true]),
            'Ann;a@example.org;+12075550143',
            'Anna;a@example.org',
            false,
        ];
    }

    /** @param  list<array<string, mixed>>  $rules */
    #[DataProvider('blanks')]
    public function test_blanks(array $rules, string $one, string $other, bool $agree): void
    {
        $judge = Compared::judge(SupporterKind::Person, Compared::rules($rules));

        self::assertSame(
            $agree,
            $judge->judge($judge->prepare(1, Compared::traits($one)), $judge->prepare(2, Compared::traits($other))) !== null,
        );
    }
}
