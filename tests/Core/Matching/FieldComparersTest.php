<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Spelling;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Standards\FieldCatalog;

/** What counts as the same in one field. */
final class FieldComparersTest extends TestCase
{
    /**
     * @param  array<string, mixed>  $comparison
     * @return list<Traits>
     */
    private static function traits(array $comparison, string ...$values): array
    {
        $address = static function (string $line): array {
            $written = Address::fromParts(array_combine(array_slice(Address::PARTS, 0, 5), array_map(trim(...), explode('|', $line))));

            return [$written, (new AddressStandardizer())->standardize($written)->standard];
        };

        return array_map(
            static fn(string $value): Traits => match ($comparison['field']) {
                'name', 'name.first' => ($comparison['of'] ?? 'person') === 'person'
                    ? new Traits(SupporterKind::Person, WrittenName::parse($value)->person, $value)
                    : new Traits(SupporterKind::Organization, new PersonName(), $value),
                'email' => new Traits(SupporterKind::Person, new PersonName(), '', emails: $value === '' ? [] : [$value]),
                'phone' => new Traits(SupporterKind::Person, new PersonName(), '', phones: [$value]),
                'id' => new Traits(SupporterKind::Person, new PersonName(), '', identifiers: [new Identifier(...explode(':', $value))]),
                'address' => new Traits(SupporterKind::Person, new PersonName(), '', addresses: [$address($value)]),
                'birth_date' => new Traits(SupporterKind::Person, new PersonName(), '', fields: ['birth_date' => $value]),
                default => new Traits(
                    SupporterKind::Person,
                    new PersonName(),
                    '',
                    custom: ['custom.x' => $value],
                    fields: ['notes' => $value],
                ),
            },
            $values,
        );
    }

    /** @return iterable<string, array{array<string, mixed>, string, string, bool}> comparison, two values, whether they agree */
    public static function values(): iterable
    {
        $name = ['field' => 'name'];
        $alike = ['field' => 'name', 'how' => 'alike', 'strictness' => 80];
        $with = static fn(array $comparison, string ...$options): array => [...$comparison, 'options' => array_fill_keys($options, true)];
        yield 'case, accents, marks' => [$name, "José O'Brien", 'JOSE OBRIEN', true];
        yield 'another script' => [$name, '李 明', '李 明', true];
        yield 'another name in that script' => [$name, '李 明', '王 芳', false];
        yield 'a nickname that is not asked for' => [$name, 'Bob Lee', 'Robert Lee', false];
        yield 'a nickname' => [$with($name, 'nicknames'), 'Bob Lee', 'Robert Lee', true];
        yield 'two nicknames of one name' => [$with($name, 'nicknames'), 'Bob Lee', 'Bert Lee', true];
        yield 'nicknames of two names' => [$with($name, 'nicknames'), 'Bob Lee', 'Bill Lee', false];
        yield 'an initial that is not asked for' => [$name, 'J. Lee', 'John Lee', false];
        yield 'an initial' => [$with($name, 'initials'), 'J. Lee', 'John Lee', true];
        yield 'another initial' => [$with($name, 'initials'), 'K. Lee', 'John Lee', false];
        yield 'known by the middle name' => [$with($name, 'initials'), 'J. Robert Lee', 'Robert Lee', true];
        yield 'more first names' => [$name, 'Mary Ann Lee', 'Mary Lee', true];
        yield 'swapped, not asked for' => [$name, 'Kent Clark', 'Clark Kent', false];
        yield 'swapped' => [$with($name, 'swapped names'), 'Kent Clark', 'Clark Kent', true];
        yield 'swapped, and another' => [$with($name, 'swapped names'), 'Kent Clark', 'Clark Lane', false];
        yield 'no first name' => [$with($alike, 'initials'), 'Lee', 'Ann Lee', false];
        yield 'a slip in the last name' => [$alike, 'Ann Abernathy', 'Ann Abernethy', true];
        yield 'two letters in each other\'s place' => [$alike, 'Ann Abernathy', 'Ann Abrenathy', true];
        yield 'a slip too many' => [$alike, 'Ann Marks', 'Ann Berks', false];
        yield 'short names have no slips' => [$alike, 'Ann Lee', 'Ann Leo', false];
        yield 'a slip in the first name' => [$alike, 'Marta Quill', 'Marla Quill', true];
        yield 'a double name' => [$alike, 'Ann Castle', 'Ann Castle-Park', true];
        yield 'a name in two words' => [$alike, 'Ann De Vere', 'Ann DeVere', true];
        yield 'sound' => [$with($name, 'sound'), 'Ann Meyer', 'Ann Maier', true];
        yield 'the same consonants alone' => [$with($name, 'sound'), 'John Meyer', 'Jane Meyer', false];
        yield 'a letter that a scanner took for a digit' => [$name, 'Ann Ga1lagher', 'Ann Gallagher', true];
        yield 'digits alone are no letters' => [$name, 'Ann 1501', 'Ann lsol', false];
        yield 'first name alone' => [['field' => 'name.first', 'options' => ['nicknames' => true]], 'Bob Lee', 'Robert Park', true];
        yield 'another first name' => [['field' => 'name.first', 'how' => 'alike', 'strictness' => 75], 'Bo Lee', 'Robert Lee', false];
        $organization = ['field' => 'name', 'of' => 'organization'];
        yield 'marks in the name of an organization' => [$organization, 'Smith & Sons', 'SMITH AND SONS', true];
        yield 'a legal form' => [$organization, 'Harbor Light, Inc.', 'Harbor Light', false];
        yield 'a legal form that is overlooked' => [
            $with($organization, 'ignore common words'),
            'The Harbor Light Foundation, Inc.',
            'Harbor Light',
            true,
        ];
        yield 'a word in short' => [$with($organization, 'ignore common words'), 'Natl Seabird Assn', 'National Seabird Association', true];
        yield 'nothing but common words' => [$with($organization, 'ignore common words'), 'The Foundation', 'The Company', false];
        yield 'words to ignore' => [
            [...$organization, 'options' => ['ignore words' => ['friends', 'of']]],
            'Friends of Harbor Light',
            'Harbor Light',
            true,
        ];
        yield 'words within' => [
            ['field' => 'name', 'of' => 'organization', 'how' => 'alike', 'strictness' => 80],
            'Harbor Light',
            'Harbor Light Mission',
            true,
        ];
        yield 'one word within' => [
            ['field' => 'name', 'of' => 'organization', 'how' => 'alike', 'strictness' => 80],
            'Harbor',
            'Harbor Light Mission',
            false,
        ];
        yield 'begins alike' => [
            ['field' => 'name', 'of' => 'organization', 'how' => 'starts', 'characters' => 6],
            'Harbor Light',
            'Harbor House',
            true,
        ];
        yield 'begins otherwise' => [
            ['field' => 'name', 'of' => 'organization', 'how' => 'starts', 'characters' => 8],
            'Harbor Light',
            'Harbor House',
            false,
        ];
        yield 'shorter than what it begins with' => [
            ['field' => 'name', 'of' => 'organization', 'how' => 'starts', 'characters' => 8],
            'Harbor',
            'Harbor Light',
            false,
        ];
        yield 'email in capitals, with a tag' => [['field' => 'email'], 'Ann+gala@Example.org', 'ann@example.org', true];
        yield 'email as written' => [$with(['field' => 'email'], 'as written'), 'Ann+gala@Example.org', 'ann@example.org', false];
        yield 'no email' => [['field' => 'email'], '', '', false];
        yield 'email with a slip' => [
            ['field' => 'email', 'how' => 'alike', 'strictness' => 90],
            'annabel@example.org',
            'anabel@example.org',
            true,
        ];
        yield 'domain with a slip' => [
            ['field' => 'email', 'how' => 'alike', 'strictness' => 90],
            'annabel@example.org',
            'annabel@exmaple.org',
            true,
        ];
        yield 'phone with and without the country' => [['field' => 'phone'], '+12075550143', '(207) 555-0143', true];
        yield 'an extension' => [['field' => 'phone'], '+12075550143;ext=12', '207.555.0143 x 12', true];
        yield 'without the area code' => [['field' => 'phone', 'how' => 'alike'], '+12075550143', '555-0143', true];
        yield 'without the area code, exactly' => [['field' => 'phone'], '+12075550143', '555-0143', false];
        yield 'too few digits to tell' => [['field' => 'phone'], '0143', '0143', false];
        yield 'id' => [['field' => 'id'], 'Old:X-1', 'old:x-1', true];
        yield 'id of another system' => [['field' => 'id'], 'old:1', 'new:1', false];
        yield 'leading zeros are part of an id' => [['field' => 'id'], 'old:007', 'old:7', false];
        $address = ['field' => 'address'];
        $near = ['field' => 'address', 'how' => 'alike', 'strictness' => 80];
        yield 'standard form' => [
            $address,
            '12 Elm Street|Apartment 4|Dover|New Hampshire|3820',
            '12 ELM ST|APT 4|dover|NH|03820-1234',
            true,
        ];
        yield 'as written' => [$with($address, 'as written'), '12 Elm Street||Dover|NH|03820', '12 Elm St||Dover|NH|03820', false];
        yield 'a street with a slip' => [$near, '12 Kettle Street||Dover|NH|03820', '12 Ketle St||Dover|NH|03820', true];
        yield 'another number' => [$near, '12 Kettle Street||Dover|NH|03820', '14 Kettle Street||Dover|NH|03820', false];
        yield 'no unit on one side' => [$near, '12 Elm Street|Apt 4|Dover|NH|03820', '12 Elm Street||Dover|NH|03820', true];
        yield 'two units' => [$near, '12 Elm Street|Apt 4|Dover|NH|03820', '12 Elm Street|Apt 5|Dover|NH|03820', false];
        yield 'the same street of another place' => [$near, '12 Elm Street||Dover|NH|03820', '12 Elm Street||Bath|ME|04530', false];
        yield 'a post office box' => [$address, 'P.O. Box 12||Dover|NH|03820', 'PO Box 12||Dover|NH|03820', true];
        yield 'another box' => [$near, 'P.O. Box 12||Dover|NH|03820', 'PO Box 13||Dover|NH|03820', false];
        yield 'a lot and its number' => [$address, '752 Broad St|Lot 7|Dover|NH|03820', '752 Broad Street|# 7|Dover|NH|03820', true];
        yield 'a floor is no flat' => [$address, '752 Broad St|Fl 7|Dover|NH|03820', '752 Broad Street|Apt 7|Dover|NH|03820', false];
        yield 'a rural box without a postal code' => [$near, 'RR 1 Box 108||Dover|NH|', 'RR 1 Box 108||Dover|NH|03820', true];
        yield 'another rural box' => [$near, 'RR 1 Box 108||Dover|NH|', 'RR 1 Box 109||Dover|NH|03820', false];
        yield 'a box of another route' => [$near, 'RR 2 Box 108||Dover|NH|', 'RR 1 Box 108||Dover|NH|03820', false];
        $date = ['field' => 'birth_date'];
        yield 'the same day' => [$date, '1970-02-03', '1970-02-03', true];
        yield 'day and month swapped, not asked for' => [$date, '1970-02-03', '1970-03-02', false];
        yield 'day and month swapped' => [$with($date, 'day and month swapped'), '1970-02-03', '1970-03-02', true];
        yield 'within days, over the end of a year' => [[...$date, 'options' => ['within days' => 3]], '1969-12-31', '1970-01-03', true];
        yield 'beyond the days' => [[...$date, 'options' => ['within days' => 3]], '1969-12-31', '1970-01-04', false];
        yield 'no date' => [$date, 'unknown', 'unknown', false];
        yield 'another field' => [['field' => 'notes'], 'Sings  alto', 'sings alto', true];
        yield 'case that counts' => [$with(['field' => 'notes'], 'match case'), 'Alto', 'alto', false];
        yield 'accents that count' => [$with(['field' => 'notes'], 'match accents'), 'Réné', 'rene', false];
        yield 'accents that do not, but case does' => [$with(['field' => 'notes'], 'match case'), 'Réné', 'Rene', true];
        yield 'a text with a slip' => [
            ['field' => 'notes', 'how' => 'alike', 'strictness' => 85],
            'lighthouse keeper',
            'lighthouse keepre',
            true,
        ];
    }

    /** @param  array<string, mixed>  $comparison */
    #[DataProvider('values')]
    public function test_values(array $comparison, string $one, string $other, bool $agree): void
    {
        $kind = SupporterKind::from($comparison['of'] ?? 'person');
        $comparer = (new FieldComparers(FieldCatalog::builtIn()))->of(Comparison::fromArray($comparison, static fn(): bool => true), $kind);
        [$a, $b] = array_map($comparer->values(...), self::traits($comparison, $one, $other));
        $there = $a === [] || $b === [] ? null : $comparer->compare($a[0], $b[0]);
        $back = $a === [] || $b === [] ? null : $comparer->compare($b[0], $a[0]);

        self::assertSame([$agree, $agree], [$there !== null, $back !== null], 'It does not matter which side comes first.');
        if ($there !== null) {
            self::assertNotSame('', $there->reason);
            self::assertGreaterThan(0.0, $there->likeness);
            self::assertSame($there->likeness, $back?->likeness);
            self::assertNotSame(
                [],
                array_intersect($comparer->traces($a[0]), $comparer->traces($b[0])),
                'Values that agree are found by a trace that both have.',
            );
        }
    }

    /** @return iterable<string, array{string, string, int, ?float}> */
    public static function spellings(): iterable
    {
        yield ['', '', 80, 1.0];
        yield ['a', '', 50, null];
        yield ['abcde', 'abcde', 100, 1.0];
        yield ['abcde', 'abcdf', 100, null];
        yield ['abcde', 'abcdf', 80, 0.8];
        yield ['abcd', 'abce', 80, null];
        yield ['abcd', 'abce', 75, 0.75];
        yield ['abcde', 'abdce', 80, 0.8];
        yield ['abcdefghij', 'abdcefghji', 80, 0.8];
        yield ['abcdefghij', 'badcfehgji', 80, null];
        yield ['abcde', 'abcdefg', 80, null];
        yield [str_repeat('a', 300), str_repeat('a', 299) . 'b', 80, null];
    }

    #[DataProvider('spellings')]
    public function test_spellings(string $one, string $other, int $strictness, ?float $likeness): void
    {
        self::assertSame(
            [$likeness, $likeness],
            [Spelling::likeness($one, $other, $strictness), Spelling::likeness($other, $one, $strictness)],
        );
    }
}
