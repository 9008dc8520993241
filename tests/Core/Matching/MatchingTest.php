<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Matching\Comparer;
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\KeyKind;
use PineSieve\Core\Matching\KeyMaker;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\NameComparison;
use PineSieve\Core\Matching\NameLikeness;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\PairStrength;
use PineSieve\Core\Matching\Verdict;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

final class MatchingTest extends TestCase
{
    /** @return iterable<array{string, string, NameLikeness}> */
    public static function names(): iterable
    {
        yield ['Ann Lee', 'ANN LEE', NameLikeness::Same];
        yield ['José García', 'Jose Garcia', NameLikeness::Same];
        yield ["Pat O'Brien", 'Pat OBrien', NameLikeness::Same];
        yield ['Ann M. Lee', 'Ann Lee', NameLikeness::Same];
        yield ['Ann M. Lee', 'Ann Mary Lee', NameLikeness::Same];
        yield ['Ann M. Lee', 'Ann B. Lee', NameLikeness::Family];
        yield ['A. Lee', 'Ann Lee', NameLikeness::Compatible];
        yield ['Bob Lee', 'Robert Lee', NameLikeness::Compatible];
        yield ['Lee', 'Ann Lee', NameLikeness::Compatible];
        yield ['Mary Ann X. Lee', 'Mary Lee', NameLikeness::Same];
        yield ['Bo Lee', 'Ann Lee', NameLikeness::Family];
        yield ['Cher', 'CHER', NameLikeness::Same];
        yield ['李明', '李明', NameLikeness::Same];
        yield ['Robert Lee Jr.', 'Robert Lee Sr.', NameLikeness::Family];
        yield ['Robert Lee Jr.', 'Robert Lee', NameLikeness::Compatible];
        yield ['Robert Lee MD', 'Robert Lee', NameLikeness::Same];
        yield ['Ann Lee', 'Ann Park', NameLikeness::Different];
        yield ['The Larkspur Foundation, Inc.', 'Larkspur Foundation', NameLikeness::Same];
        yield ['Larkspur Foundation', 'Larkspur Fund', NameLikeness::Different];
        yield ['John & Mary Smith', 'John and Mary Smith', NameLikeness::Same];
        yield ['John & Mary Smith', 'John Smith', NameLikeness::Different];
    }

    #[DataProvider('names')]
    public function test_names_compared(string $one, string $other, NameLikeness $likeness): void
    {
        $a = WrittenName::parse($one);
        $b = WrittenName::parse($other);
        $whole = static fn (WrittenName $name): string => $name->kind === SupporterKind::Person ? $name->person->display() : $name->whole;

        $found = NameComparison::between($a->kind, $a->person, $whole($a), $b->kind, $b->person, $whole($b));
        self::assertSame($likeness, $found->likeness);
        self::assertNotSame('', $found->reason);
        self::assertSame($likeness, NameComparison::between($b->kind, $b->person, $whole($b), $a->kind, $a->person, $whole($a))->likeness, 'It does not matter which side comes first.');
    }

    private static function stored(string $name = 'Ann Lee', string $email = '', ?Address $address = null, string $id = '', string $phone = ''): SupporterRecord
    {
        $person = WrittenName::parse($name)->person;
        $fields = (new IncomingRecord(SupporterKind::Person, $person))->fields();

        return new SupporterRecord(7, 1, $fields,
            $address === null ? [] : [new RecordPart(1, $address->parts())],
            $email === '' ? [] : [new RecordPart(1, ['address' => $email])],
            $phone === '' ? [] : [new RecordPart(1, ['number' => $phone])],
            $id === '' ? [] : [new RecordPart(1, ['system' => 'old', 'value' => $id])],
        );
    }

    private static function row(string $name = 'Ann Lee', string $email = '', ?Address $address = null, string $id = '', string $phone = ''): IncomingRecord
    {
        return new IncomingRecord(
            SupporterKind::Person, WrittenName::parse($name)->person,
            addresses: $address === null ? [] : [IncomingAddress::of(new StandardizedAddress($address, $address, [], []), true)],
            emails: $email === '' ? [] : [new ContactPoint($email)], phones: $phone === '' ? [] : [new ContactPoint($phone)], identifiers: $id === '' ? [] : [new Identifier('old', $id)],
        );
    }

    /** @return iterable<string, array{IncomingRecord, SupporterRecord, PairStrength}> */
    public static function pairs(): iterable
    {
        $home = new Address('12 Elm St', '', 'Dover', 'NH', '03820', 'US');
        $written = new Address('12 ELM STREET', '', 'DOVER', 'New Hampshire', '3820');
        yield 'same id' => [self::row(id: 'X1'), self::stored(id: 'x1'), PairStrength::ClearById];
        yield 'same id after a marriage' => [self::row('Ann Park', id: 'X1'), self::stored(id: 'X1'), PairStrength::ClearById];
        yield 'same id, nobody alike' => [self::row('Zoe Quill', id: 'X1'), self::stored(id: 'X1'), PairStrength::Doubtful];
        yield 'same email' => [self::row(email: 'a@example.org'), self::stored(email: 'A@example.org'), PairStrength::ClearByEmail];
        yield 'same email, short form' => [self::row('Bob Lee', email: 'a@example.org'), self::stored('Robert Lee', 'a@example.org'), PairStrength::ClearByEmail];
        yield 'same email, husband and wife' => [self::row('Bo Lee', email: 'a@example.org'), self::stored(email: 'a@example.org'), PairStrength::Doubtful];
        yield 'same name and address' => [self::row(address: $home), self::stored(address: $home), PairStrength::ClearByAddress];
        yield 'stored as it was written' => [self::row(address: $home), self::stored(address: $written), PairStrength::ClearByAddress];
        yield 'initial at the same address' => [self::row('A. Lee', address: $home), self::stored(address: $home), PairStrength::Doubtful];
        yield 'father and son at the same address' => [self::row('Robert Lee Jr', address: $home), self::stored('Robert Lee Sr', address: $home), PairStrength::None];
        yield 'household at the same address' => [self::row('Bo Lee', address: $home), self::stored(address: $home), PairStrength::None];
        yield 'the name alone' => [self::row(), self::stored(), PairStrength::Doubtful];
        yield 'the name, another email' => [self::row(email: 'b@example.org'), self::stored(email: 'a@example.org'), PairStrength::Doubtful];
        yield 'only the phone' => [self::row('Bo Park', phone: '+12075550143'), self::stored(phone: '+12075550143'), PairStrength::None];
        yield 'an id without a name' => [self::row('', id: 'X1'), self::stored(id: 'X1'), PairStrength::ClearById];
        yield 'an email without a name' => [self::row('', 'a@example.org'), self::stored(email: 'a@example.org'), PairStrength::ClearByEmail];
        yield 'nothing' => [self::row('Bo Park'), self::stored(), PairStrength::None];
    }

    #[DataProvider('pairs')]
    public function test_pairs(IncomingRecord $row, SupporterRecord $stored, PairStrength $strength): void
    {
        $finding = (new Comparer(new KeyMaker))->compare($row, $stored);

        self::assertSame($strength, $finding->strength);
        if ($strength !== PairStrength::None) {
            self::assertNotSame([], $finding->for, 'It says why.');
        }
        if ($strength === PairStrength::Doubtful) {
            self::assertNotSame([], [...$finding->against, ...$finding->for]);
        }
    }

    #[DataProvider('pairs')]
    public function test_pairs_that_are_something_share_a_key(IncomingRecord $row, SupporterRecord $stored, PairStrength $strength): void
    {
        $keys = new KeyMaker;
        $shared = array_intersect(array_map(static fn (MatchKey $key): string => $key->id(), $keys->ofIncoming($row)), array_map(static fn (MatchKey $key): string => $key->id(), $keys->ofStored($stored)));

        self::assertTrue($strength === PairStrength::None || $shared !== [], 'A pair without a common key would never be compared.');
    }

    /** @return iterable<string, array{list<PairStrength>, Verdict, ?int}> */
    public static function findings(): iterable
    {
        yield 'nobody' => [[], Verdict::New, null];
        yield 'nothing that counts' => [[PairStrength::None], Verdict::New, null];
        yield 'one clear' => [[PairStrength::ClearByEmail, PairStrength::Doubtful], Verdict::Known, 0];
        yield 'the id goes before the email' => [[PairStrength::ClearByEmail, PairStrength::ClearById], Verdict::Known, 1];
        yield 'two as clear' => [[PairStrength::ClearByEmail, PairStrength::ClearByEmail], Verdict::Unsure, null];
        yield 'doubts' => [[PairStrength::Doubtful], Verdict::Unsure, null];
    }

    /** @param  list<PairStrength>  $strengths */
    #[DataProvider('findings')]
    public function test_verdicts(array $strengths, Verdict $verdict, ?int $ref): void
    {
        $judgement = Judgement::of(array_map(static fn (PairStrength $strength, int $ref): PairFinding => new PairFinding($ref, $strength, ['x'], []), $strengths, array_keys($strengths)));

        self::assertSame([$verdict, $ref], [$judgement->verdict, $judgement->ref]);
        self::assertSame([Verdict::Known, 9], [$judgement->decided(9)->verdict, $judgement->decided(9)->ref]);
        self::assertSame(Verdict::New, $judgement->decided(null)->verdict);
    }

    public function test_keys_are_stable_since_they_are_stored(): void
    {
        self::assertSame(MatchKey::of(KeyKind::Email, 'a@example.org')->hash, MatchKey::of(KeyKind::Email, 'a@example.org')->hash);
        self::assertSame('2:'.unpack('q', (string) hex2bin(hash('xxh3', 'a@example.org')))[1], MatchKey::of(KeyKind::Email, 'a@example.org')->id());
        self::assertSame(['cher', '', '★'], array_map(static fn (string $last): string => NameComparison::key(SupporterKind::Person, new PersonName(last: $last), $last), ['Cher', '', '★']));
    }
}
