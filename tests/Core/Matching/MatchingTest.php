<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\PairStrength;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
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
use PineSieve\Core\Standards\FieldCatalog;

final class MatchingTest extends TestCase
{
    private static function matcher(): Matcher
    {
        $comparers = new FieldComparers(FieldCatalog::builtIn());
        $sets = [];
        foreach (SupporterKind::cases() as $kind) {
            $sets[$kind->value] = ShippedRules::of($kind, $comparers);
        }

        return new Matcher($sets, $comparers);
    }

    private static function stored(
        string $name = 'Ann Lee',
        string $email = '',
        ?Address $address = null,
        string $id = '',
        string $phone = '',
    ): SupporterRecord {
        $person = WrittenName::parse($name)->person;
        $fields = (new IncomingRecord(SupporterKind::Person, $person))->fields();

        return new SupporterRecord(
            7,
            1,
            $fields,
            $address === null ? [] : [new RecordPart(1, $address->parts())],
            $email === '' ? [] : [new RecordPart(1, ['address' => $email])],
            $phone === '' ? [] : [new RecordPart(1, ['number' => $phone])],
            $id === '' ? [] : [new RecordPart(1, ['system' => 'old', 'value' => $id])],
        );
    }

    private static function row(
        string $name = 'Ann Lee',
        string $email = '',
        ?Address $address = null,
        string $id = '',
        string $phone = '',
    ): IncomingRecord {
        return new IncomingRecord(
            SupporterKind::Person,
            WrittenName::parse($name)->person,
            addresses: $address === null ? [] : [IncomingAddress::of(new StandardizedAddress($address, $address, [], []), true)],
            emails: $email === '' ? [] : [new ContactPoint($email)],
            phones: $phone === '' ? [] : [new ContactPoint($phone)],
            identifiers: $id === '' ? [] : [new Identifier('old', $id)],
        );
    }

    /** @return iterable<string, array{IncomingRecord, SupporterRecord, ?PairStrength}> */
    public static function pairs(): iterable
    {
        $home = new Address('12 Elm St', '', 'Dover', 'NH', '03820', 'US');
        $written = new Address('12 ELM STREET', '', 'DOVER', 'New Hampshire', '3820');
        yield 'same id' => [self::row(id: 'X1'), self::stored(id: 'x1'), PairStrength::CertainById];
        yield 'same id after a marriage' => [self::row('Ann Park', id: 'X1'), self::stored(id: 'X1'), PairStrength::CertainById];
        yield 'same id, nobody alike' => [self::row('Zoe Quill', id: 'X1'), self::stored(id: 'X1'), PairStrength::Doubtful];
        yield 'same id, husband and wife' => [self::row('Bo Lee', id: 'X1'), self::stored(id: 'X1'), PairStrength::Doubtful];
        yield 'same email' => [self::row(email: 'a@example.org'), self::stored(email: 'A@example.org'), PairStrength::Certain];
        yield 'same email, short form' => [
            self::row('Bob Lee', email: 'a@example.org'),
            self::stored('Robert Lee', 'a@example.org'),
            PairStrength::Certain,
        ];
        yield 'same email, an initial' => [
            self::row('R. Lee', email: 'a@example.org'),
            self::stored('Robert Lee', 'a@example.org'),
            PairStrength::Doubtful,
        ];
        yield 'same email, husband and wife' => [self::row('Bo Lee', email: 'a@example.org'), self::stored(email: 'a@example.org'), null];
        yield 'same email, other id in the same system' => [
            self::row(email: 'a@example.org', id: 'X1'),
            self::stored(email: 'a@example.org', id: 'X2'),
            PairStrength::Doubtful,
        ];
        yield 'same name and address' => [self::row(address: $home), self::stored(address: $home), PairStrength::Certain];
        yield 'stored as it was written' => [self::row(address: $home), self::stored(address: $written), PairStrength::Certain];
        yield 'initial at the same address' => [self::row('A. Lee', address: $home), self::stored(address: $home), PairStrength::Doubtful];
        yield 'father and son at the same address' => [
            self::row('Robert Lee Jr', address: $home),
            self::stored('Robert Lee Sr', address: $home),
            null,
        ];
        yield 'a suffix that one leaves out' => [
            self::row('Robert Lee Jr', address: $home),
            self::stored('Robert Lee', address: $home),
            PairStrength::Doubtful,
        ];
        yield 'household at the same address' => [self::row('Bo Lee', address: $home), self::stored(address: $home), null];
        yield 'same name and phone' => [self::row(phone: '+12075550143'), self::stored(phone: '+12075550143'), PairStrength::Certain];
        yield 'the name alone' => [self::row(), self::stored(), PairStrength::Doubtful];
        yield 'the name, another email' => [
            self::row(email: 'b@example.org'),
            self::stored(email: 'a@example.org'),
            PairStrength::Doubtful,
        ];
        yield 'only the phone' => [self::row('Bo Park', phone: '+12075550143'), self::stored(phone: '+12075550143'), null];
        yield 'an id without a name' => [self::row('', id: 'X1'), self::stored(id: 'X1'), PairStrength::CertainById];
        yield 'an id without a name, of an organization' => [
            self::row('', id: 'X1'),
            self::organization('Acme Pines', id: 'X1'),
            PairStrength::CertainById,
        ];
        yield 'an id, of an organization where the row names a person' => [
            self::row(id: 'X1'),
            self::organization('Acme Pines', id: 'X1'),
            PairStrength::Doubtful,
        ];
        yield 'an email without a name' => [self::row('', 'a@example.org'), self::stored(email: 'a@example.org'), PairStrength::Certain];
        yield 'nothing' => [self::row('Bo Park'), self::stored(), null];
        yield 'nothing but blanks' => [self::row(''), self::stored(), null];
    }

    #[DataProvider('pairs')]
    public function test_pairs(IncomingRecord $row, SupporterRecord $stored, ?PairStrength $strength): void
    {
        $finding = self::matcher()->compare($row, $stored);

        self::assertSame($strength, $finding?->strength);
        if ($finding !== null) {
            self::assertNotSame([], $finding->for, 'It says why.');
            self::assertGreaterThan(0, $finding->score);
        }
    }

    #[DataProvider('pairs')]
    public function test_pairs_that_are_something_share_a_key(IncomingRecord $row, SupporterRecord $stored, ?PairStrength $strength): void
    {
        $shared = array_intersect(
            array_column(self::matcher()->keysOfIncoming($row), 'hash'),
            array_column(self::matcher()->keysOfStored($stored), 'hash'),
        );

        self::assertTrue($strength === null || $shared !== [], 'A pair without a common key would never be compared.');
    }

    /** @return iterable<string, array{SupporterKind, string, string, SupporterRecord, ?PairStrength}> */
    public static function named(): iterable
    {
        yield 'exactly the name' => [
            SupporterKind::Organization,
            'Acme Pines',
            '',
            self::organization('Acme Pines'),
            PairStrength::Certain,
        ];
        yield 'but for an article and a legal form' => [
            SupporterKind::Organization,
            'The Acme Pines, Inc.',
            '',
            self::organization('ACME PINES'),
            PairStrength::Certain,
        ];
        yield 'a word more' => [SupporterKind::Organization, 'Acme Pines Fund', '', self::organization('Acme Pines'), null];
        yield 'a slip' => [SupporterKind::Organization, 'Acme Pinse', '', self::organization('Acme Pines'), null];
        yield 'the name, another id' => [SupporterKind::Organization, 'Acme Pines', 'X2', self::organization('Acme Pines', id: 'X1'), null];
        yield 'the id alone' => [
            SupporterKind::Organization,
            '',
            'X1',
            self::organization('Acme Pines', id: 'X1'),
            PairStrength::CertainById,
        ];
        yield 'the id, another name' => [
            SupporterKind::Organization,
            'Acme Holdings',
            'X1',
            self::organization('Acme Pines', id: 'X1'),
            PairStrength::CertainById,
        ];
        yield 'a family called alike' => [
            SupporterKind::Household,
            'The Lee Family',
            '',
            new SupporterRecord(7, 1, (new IncomingRecord(SupporterKind::Household, new PersonName(), whole: 'Lee Family'))->fields()),
            null,
        ];
        yield 'a person called alike' => [SupporterKind::Organization, 'Ann Lee', '', self::stored(), null];
    }

    #[DataProvider('named')]
    public function test_who_is_only_named_is_found_by_no_less_than_the_name(
        SupporterKind $kind,
        string $name,
        string $id,
        SupporterRecord $stored,
        ?PairStrength $strength,
    ): void {
        $row = new IncomingRecord(
            $kind,
            new PersonName(),
            organization: $kind === SupporterKind::Organization ? $name : '',
            whole: $kind === SupporterKind::Household ? $name : '',
            identifiers: $id === '' ? [] : [new Identifier('old', $id)],
        );

        self::assertSame($strength, self::matcher()->compare($row, $stored, true)?->strength);
        $shared = array_intersect(
            array_column(self::matcher()->keysOfIncoming($row), 'hash'),
            array_column(self::matcher()->keysOfStored($stored), 'hash'),
        );
        self::assertTrue($strength === null || $shared !== []);
    }

    /** @return iterable<string, array{string, string, bool}> a row, one stored at the same house number and postal code, and whether it may be the row's */
    public static function sharersOfAnAddress(): iterable
    {
        yield 'the same name' => ['Ann Lee', 'Ann Lee', true];
        yield 'another first name' => ['Ann Lee', 'Walter Lee', true];
        yield 'another last name, as after a marriage' => ['Ann Lee', 'Ann Birch', true];
        yield 'a short form and another last name' => ['Robert Lee', 'Bob Birch', true];
        yield 'first and last name in each other\'s place' => ['Ann Lee', 'Lee Ann', true];
        yield 'a slip in both names' => ['Marta Lindqvist', 'Matra Lindqist', true];
        yield 'nothing in common' => ['Ann Lee', 'Walter Birch', false];
        yield 'the last name of one is the first of another' => ['Ann Birch', 'Walter Ann', false];
        yield 'in another script' => ['Ann Lee', '山田 太郎', false];
    }

    #[DataProvider('sharersOfAnAddress')]
    public function test_who_shares_an_address_is_passed_over_for_a_name_that_has_nothing_in_common(
        string $row,
        string $stored,
        bool $mayBe,
    ): void {
        $comparers = new FieldComparers(FieldCatalog::builtIn());
        $sets = array_column(
            array_map(
                static fn(SupporterKind $kind): array => [$kind->value, ShippedRules::byWeight($comparers, $kind)],
                SupporterKind::cases(),
            ),
            1,
            0,
        );
        $matcher = new Matcher($sets, $comparers);
        $address = new Address('12 Mill Rd', '', 'Ardmouth', 'ME', '04999', 'US');
        $incoming = self::row($row, 'a@example.org', $address);
        $keys = $matcher->keysOfIncoming($incoming);
        $ofAddress = array_column($matcher->keysOfStored(self::stored('Zed Zyx', '', $address)), 'hash');
        $narrowed = array_filter($keys, static fn(MatchKey $key): bool => $key->narrowed !== null);

        self::assertNotSame([], array_intersect(array_column($narrowed, 'hash'), $ofAddress));
        foreach ($keys as $key) {
            $expected = $key->narrowed === null || $mayBe;
            self::assertSame($expected, $matcher->mayBe($incoming, $key, self::stored($stored)), 'told by the name alone');
            self::assertSame($expected, $matcher->mayBe($incoming, $key, self::stored($stored, 'x@example.org', $address)));
        }
    }

    /** What is told at little cost says no more than what it stands for: nobody is passed over by it alone. */
    public function test_of_what_a_name_alone_leaves_behind_all_says_too_little_where_many_have_it(): void
    {
        $comparers = new FieldComparers(FieldCatalog::builtIn());
        $sets = [];
        foreach (SupporterKind::cases() as $kind) {
            $sets[$kind->value] = ShippedRules::byWeight($comparers, $kind);
        }
        $keys = (new Matcher($sets, $comparers))->keysOfIncoming(self::row('Ann Lee'));

        self::assertGreaterThan(2, count($keys));
        self::assertSame([8], array_values(array_unique(array_column($keys, 'common'))));
    }

    public function test_nobody_is_passed_over_who_leaves_a_trace_in_common(): void
    {
        $comparers = new FieldComparers(FieldCatalog::builtIn());
        $judge = new PairJudge(ShippedRules::byWeight($comparers), $comparers);
        $names = [
            'Ann Lee',
            'Lee Ann',
            'A. Lee',
            'Bob Birch',
            'Robert B. Birch',
            'J Robert Lindqvist',
            'Matra Lindqist',
            'Peggy Garcia-Lopez',
        ];
        array_push(
            $names,
            'Margaret Lopez',
            'Smith',
            'Jon Smyth',
            'John Schmidt',
            'Kathy OBrien',
            "Katherine O'Brien",
            'Zoe Zhang',
            '山田 太郎',
        );
        $values = array_map(
            static fn(string $name): array => $judge->compared(0, Traits::ofStored(self::stored($name), new AddressStandardizer()))->values,
            $names,
        );
        $told = 0;
        foreach (array_keys($judge->lookups->names()) as $lookup) {
            foreach ($values as $i => $one) {
                foreach ($values as $j => $other) {
                    $hasCommon = array_intersect($judge->lookups->further($lookup, $one), $judge->lookups->further($lookup, $other)) !== [];
                    self::assertSame($hasCommon, $judge->lookups->mayHold($lookup, $one, $other), "{$names[$i]}, {$names[$j]}");
                    $told += $hasCommon ? 1 : 0;
                }
            }
        }
        self::assertGreaterThan(50, $told);
    }

    /** @return iterable<string, array{list<PairStrength>, Verdict, ?int}> */
    public static function findings(): iterable
    {
        yield 'nobody' => [[], Verdict::New, null];
        yield 'one certain' => [[PairStrength::Certain, PairStrength::Doubtful], Verdict::Known, 0];
        yield 'the id goes before the email' => [[PairStrength::Certain, PairStrength::CertainById], Verdict::Known, 1];
        yield 'the very same row goes before the id' => [[PairStrength::CertainByRow, PairStrength::CertainById], Verdict::Known, 0];
        yield 'two as certain' => [[PairStrength::Certain, PairStrength::Certain], Verdict::Unsure, null];
        yield 'doubts' => [[PairStrength::Doubtful], Verdict::Unsure, null];
    }

    /** @param  list<PairStrength>  $strengths */
    #[DataProvider('findings')]
    public function test_verdicts(array $strengths, Verdict $verdict, ?int $ref): void
    {
        $judgement = Judgement::of(
            array_map(
                static fn(PairStrength $strength, int $ref): PairFinding => new PairFinding($ref, $strength, 50, ['x'], []),
                $strengths,
                array_keys($strengths),
            ),
        );

        self::assertSame([$verdict, $ref], [$judgement->verdict, $judgement->ref]);
        self::assertSame([Verdict::Known, 9], [$judgement->decided(9)->verdict, $judgement->decided(9)->ref]);
        self::assertSame(Verdict::New, $judgement->decided(null)->verdict);
    }

    public function test_the_likeliest_stands_first(): void
    {
        $findings = Judgement::of([
            new PairFinding(1, PairStrength::Doubtful, 80, [], []),
            new PairFinding(2, PairStrength::Certain, 60, [], []),
            new PairFinding(3, PairStrength::Doubtful, 90, [], []),
        ])->findings;

        self::assertSame([2, 3, 1], array_column($findings, 'ref'));
    }

    public function test_two_sets_that_look_up_alike_share_their_keys(): void
    {
        $comparers = new FieldComparers(FieldCatalog::builtIn());
        $set = static fn(string $name, array $rules): RuleSet => RuleSet::fromArray(
            ['name' => $name, 'kind' => 'person', 'rules' => $rules],
            $comparers->has(...),
        );
        $email = ['name' => 'Email', 'verdict' => 'review', 'comparisons' => [['field' => 'email']]];
        $phone = ['name' => 'Phone', 'verdict' => 'review', 'comparisons' => [['field' => 'phone']]];
        $traits = Traits::ofStored(self::stored(email: 'a@example.org', phone: '+12075550143'), new AddressStandardizer());
        [$one, $both, $turned] = [
            new PairJudge($set('One', [$email]), $comparers),
            new PairJudge($set('Both', [$email, $phone]), $comparers),
            new PairJudge($set('Turned', [$phone, $email]), $comparers),
        ];

        self::assertSame(
            [],
            array_diff_key($one->prepare(7, $traits)->keys, $both->prepare(7, $traits)->keys),
            'A key says what is looked up, not where the rule stands.',
        );
        self::assertEqualsCanonicalizing(array_keys($both->prepare(7, $traits)->keys), array_keys($turned->prepare(7, $traits)->keys));
        self::assertNotSame($one->lookups->recipe(), $both->lookups->recipe());
        self::assertSame(
            $one->lookups->recipe(),
            (new PairJudge($set('One again', [[...$email, 'name' => 'Another name']]), $comparers))->lookups->recipe(),
        );
    }

    private static function organization(string $name, string $id = ''): SupporterRecord
    {
        return new SupporterRecord(
            7,
            1,
            (new IncomingRecord(SupporterKind::Organization, new PersonName(), organization: $name))->fields(),
            [],
            [],
            [],
            $id === '' ? [] : [new RecordPart(1, ['system' => 'old', 'value' => $id])],
        );
    }
}
