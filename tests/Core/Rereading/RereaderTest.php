<?php

declare(strict_types=1);

namespace Tests\Core\Rereading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Rereading\Rereader;
use PineSieve\Core\Rereading\Rereading;
use PineSieve\Core\Rereading\RereadKind;
use PineSieve\Core\Rereading\RowAgain;

/** What was written, what is read today, what is stored now: what of it is a worklist's. */
final class RereaderTest extends TestCase
{
    private const PERSON = [
        'kind' => 'person',
        'first_name' => 'Ann',
        'last_name' => 'Lee',
        'display_name' => 'Ann Lee',
        'sort_name' => 'Lee, Ann',
        'envelope_name' => 'Ann Lee',
        'greeting' => 'Ann',
    ];

    private const NAMED = ['name.full' => 'Ann Lee'];

    /**
     * @param  array<string, ?string>  $wrote  columns of the supporter that the row made
     * @param  array<string, ?string>  $reads
     * @param  array<string, string>  $said
     * @param  array<string, ?string>  $changed  columns that are stored otherwise by now
     * @param  array<string, string>  $doubts
     * @param  list<string>  $expected
     */
    #[DataProvider('made')]
    public function test_of_a_supporter_that_the_row_made(
        array $wrote,
        array $reads,
        array $said,
        array $expected,
        array $changed = [],
        array $doubts = [],
    ): void {
        $row = new RowAgain(
            7,
            [Change::create(Subject::Supporter, 7, $wrote)],
            $reads === [] ? [] : [Change::create(Subject::Supporter, 'again:supporter', $reads)],
            $said,
            $doubts,
            ['supporter:7' => [...$wrote, ...$changed]],
        );

        self::assertSame($expected, self::told(Rereader::of($row)));
    }

    public static function made(): iterable
    {
        $doctor = [...self::PERSON, 'last_name' => 'Lee DO', 'display_name' => 'Ann Lee DO'];
        $read = [...self::PERSON, 'suffix' => 'DO', 'display_name' => 'Ann Lee, DO', 'envelope_name' => 'Ann Lee, DO'];
        $company = [
            'kind' => 'organization',
            'organization_name' => 'Ann Lee',
            'display_name' => 'Ann Lee',
            'sort_name' => 'Ann Lee',
            'envelope_name' => 'Ann Lee',
            'greeting' => 'Ann Lee',
        ];
        yield 'the same' => [self::PERSON, self::PERSON, self::NAMED, []];
        yield 'a suffix' => [
            $doctor,
            $read,
            self::NAMED,
            ['name supporter:7 last_name Lee DO>Lee, suffix ->DO, display_name Ann Lee DO>Ann Lee, DO, envelope_name Ann Lee>Ann Lee, DO'],
        ];
        yield 'a suffix, and the last name was mended by hand' => [$doctor, $read, self::NAMED, [], ['last_name' => 'Lee']];
        yield 'a greeting by hand stays' => [
            [...$doctor, 'greeting' => 'Anny'],
            [...$read, 'greeting' => 'Dr. Lee'],
            self::NAMED,
            ['name supporter:7 last_name Lee DO>Lee, suffix ->DO, display_name Ann Lee DO>Ann Lee, DO, envelope_name Ann Lee>Ann Lee, DO'],
            ['greeting' => 'Dear Ann'],
        ];
        yield 'only the greeting is made otherwise' => [self::PERSON, [...self::PERSON, 'greeting' => 'Ms. Lee'], self::NAMED, []];
        yield 'an organization that is a person' => [
            $company,
            self::PERSON,
            self::NAMED,
            [
                'kind supporter:7 first_name ->Ann, last_name ->Lee, organization_name Ann Lee>-, kind organization>person, sort_name Ann Lee>Lee, Ann, greeting Ann Lee>Ann',
            ],
        ];
        yield 'the row says no name' => [$doctor, $read, ['email' => 'a@example.org'], []];
        yield 'the row names nobody' => [
            ['kind' => 'person', 'last_name' => 'Resident', 'display_name' => 'Current Resident'],
            ['kind' => 'person', 'last_name' => 'Resident', 'display_name' => 'Current Resident'],
            self::NAMED,
            ['name supporter:7 display_name Current Resident>-: It names nobody, not to be taken'],
            [],
            ['name.full' => 'It names nobody'],
        ];
        yield 'the row tells of no such person any more' => [
            self::PERSON,
            [],
            [],
            ['kind supporter:7 display_name Ann Lee>-: The row tells of no such record, not to be taken'],
        ];
        yield 'nor does the record stand' => [self::PERSON, [], [], [], ['display_name' => 'Someone Else']];
        yield 'a yes that is none' => [
            [...self::PERSON, 'consent_email' => 'yes'],
            self::PERSON,
            ['consent.email' => 'No'],
            ['consent supporter:7 consent_email yes>-'],
        ];
        yield 'a default that no cell says' => [[...self::PERSON, 'consent_email' => 'yes'], self::PERSON, ['consent.mail' => 'No'], []];
        yield 'a refusal and its date' => [
            [...self::PERSON, 'consent_email' => 'yes'],
            [...self::PERSON, 'consent_email' => 'no', 'consent_email_on' => '2024-05-01'],
            ['consent.email' => 'unsubscribed'],
            ['consent supporter:7 consent_email yes>no, consent_email_on ->2024-05-01'],
        ];
        yield 'a consent that can not be read' => [
            [...self::PERSON, 'consent_email' => 'yes'],
            self::PERSON,
            ['consent.email' => 'perhaps'],
            ['consent supporter:7 consent_email yes>-: Neither yes nor no, not to be taken'],
            [],
            ['consent.email' => 'Neither yes nor no'],
        ];
    }

    /**
     * @param  array<string, array{?string, ?string}>  $wrote  columns of a supporter that was known
     * @param  array<string, ?string>  $reads
     * @param  array<string, ?string>  $now
     * @param  list<string>  $expected
     */
    #[DataProvider('known')]
    public function test_of_a_supporter_that_was_known(
        array $wrote,
        array $reads,
        array $now,
        array $expected,
        array $since = [],
        bool $overrides = false,
    ): void {
        $changes = $wrote === [] ? [] : [new Change(Subject::Supporter, 7, Action::Update, $wrote)];
        $row = new RowAgain(
            7,
            $changes,
            [Change::create(Subject::Supporter, 'again:supporter', $reads)],
            ['name.full' => 'Ann Lee', 'consent.email' => 'x'],
            [],
            ['supporter:7' => [...self::PERSON, ...$now]],
            $since,
            $overrides,
        );

        self::assertSame($expected, self::told(Rereader::of($row)));
    }

    public static function known(): iterable
    {
        $says = static fn(string $consent, ?string $on = null): array => [
            ...self::PERSON,
            'consent_email' => $consent,
            'consent_email_on' => $on,
        ];
        yield 'a suffix that it filled in' => [
            ['suffix' => [null, 'Do']],
            [...self::PERSON, 'suffix' => 'DO'],
            ['suffix' => 'Do'],
            ['name supporter:7 suffix Do>DO'],
        ];
        yield 'what it did not write is no matter' => [[], [...self::PERSON, 'suffix' => 'DO'], [], []];
        yield 'a kind is never changed by a match' => [
            ['last_name' => ['Li', 'Lee']],
            ['kind' => 'organization', 'organization_name' => 'Ann Lee', 'display_name' => 'Ann Lee'],
            [],
            [],
        ];
        yield 'a yes without a date over a refusal' => [
            ['consent_email' => ['no', 'yes']],
            $says('yes'),
            ['consent_email' => 'yes'],
            ['consent supporter:7 consent_email yes>no'],
        ];
        yield 'where a person chose it' => [['consent_email' => ['no', 'yes']], $says('yes'), ['consent_email' => 'yes'], [], [], true];
        yield 'a yes that filled a blank' => [['consent_email' => [null, 'yes']], $says('yes'), ['consent_email' => 'yes'], []];
        yield 'a refusal that was passed over' => [
            [],
            $says('no'),
            ['consent_email' => 'yes'],
            ['consent supporter:7 consent_email yes>no'],
        ];
        yield 'and agreed to since' => [[], $says('no'), ['consent_email' => 'yes'], [], ['consent_email' => true]];
        yield 'and agreed to later than it' => [
            [],
            $says('no', '2024-01-01'),
            ['consent_email' => 'yes', 'consent_email_on' => '2025-01-01'],
            [],
        ];
        yield 'a refusal that stands' => [[], $says('no'), ['consent_email' => 'no'], []];
        yield 'a yes that was not taken over a refusal' => [[], $says('yes'), ['consent_email' => 'no'], []];
    }

    public function test_of_gifts_and_addresses(): void
    {
        $gift = static fn(int|string $ref, array $values): Change => Change::create(Subject::Gift, $ref, $values);
        $now = [
            'gift:1' => ['given_on' => '2020-01-01', 'amount' => '5.00', 'currency' => 'USD'],
            'gift:2' => ['given_on' => '2020-01-02', 'amount' => '50.00', 'currency' => 'USD'],
            'address:3' => ['line1' => '12 Oak Cir E', 'city' => 'Dover', 'original' => '12 Oak Circle'],
        ];
        $wrote = [
            $gift(1, ['given_on' => '2020-01-01', 'amount' => '5.00']),
            $gift(2, ['given_on' => '2020-01-02', 'amount' => '50.00']),
            Change::create(Subject::Address, 3, ['line1' => '12 Oak Cir E', 'city' => 'Dover', 'original' => '12 Oak Circle']),
        ];
        $reads = [
            Change::create(Subject::Supporter, 'again:supporter', self::PERSON),
            $gift('g1', ['given_on' => '2020-01-01', 'amount' => '5.00', 'currency' => 'EUR']),
            $gift('g2', ['given_on' => '2020-01-02', 'amount' => '500.00', 'currency' => 'USD']),
            Change::create(Subject::Address, 'a', ['line1' => '12 Oak Cir', 'city' => 'Dover', 'original' => '12 Oak Circle']),
        ];
        $said = ['gift.amount' => '€5', 'address.line1' => '12 Oak Circle'];
        self::assertSame(
            ['address address:3 line1 12 Oak Cir E>12 Oak Cir', 'currency gift:1 currency USD>EUR', 'amount gift:2 amount 50.00>500.00'],
            self::told(Rereader::of(new RowAgain(7, $wrote, $reads, $said, [], $now))),
        );
        self::assertSame([], Rereader::of(new RowAgain(7, $wrote, $reads, ['email' => 'x'], [], $now)), 'The row says nothing of them.');
        self::assertSame([], Rereader::of(new RowAgain(7, $wrote, $reads, $said, [], [])), 'They are gone.');

        $fewer = [$reads[0], $reads[2], $reads[3]];
        self::assertSame(
            ['amount gift:2 amount 50.00>500.00'],
            self::told(Rereader::of(new RowAgain(7, array_slice($wrote, 0, 2), $fewer, $said, [], $now))),
            'Of as many as are read, by their dates.',
        );
        self::assertSame(
            ['amount gift:2 amount 50.00>-: Filled up with zeros, not to be taken'],
            self::told(Rereader::of(new RowAgain(7, [$wrote[1]], [$reads[0]], $said, ['gift.amount' => 'Filled up with zeros'], $now))),
        );
        self::assertSame(
            ['currency gift:1 currency USD>EUR: Not in USD'],
            self::told(Rereader::of(new RowAgain(7, [$wrote[0]], [$reads[0], $reads[1]], $said, ['gift.amount' => 'Not in USD'], $now))),
        );
        self::assertSame(
            ['address address:3 line1 12 Oak Cir E>12 Oak Cir: No such state, not to be taken'],
            self::told(Rereader::of(new RowAgain(7, [$wrote[2]], $reads, $said, ['address.state' => 'No such state'], $now))),
        );
    }

    public function test_a_kind_knows_its_fields_and_what_is_split_into_them(): void
    {
        self::assertTrue(
            RereadKind::Name->isFedBy('name.full') &&
                RereadKind::Address->isFedBy('address.block') &&
                RereadKind::Currency->isFedBy('gift.amount'),
        );
        self::assertFalse(
            RereadKind::Name->isFedBy('name.nickname') ||
                RereadKind::Address->isFedBy('gift.amount') ||
                RereadKind::Consent->isFedBy('birth_date'),
        );
        self::assertEqualsCanonicalizing(
            ['consent.mail', 'consent.email', 'consent.phone', 'consent.mail.date', 'consent.email.date', 'consent.phone.date'],
            RereadKind::Consent->fields(),
        );
    }

    /**
     * @param  list<Rereading>  $found
     * @return list<string>
     */
    private static function told(array $found): array
    {
        $fields = static fn(Rereading $one): string => implode(
            ', ',
            array_map(
                static fn(string $column, array $pair): string => "{$column} " . ($pair[0] ?? '-') . '>' . ($pair[1] ?? '-'),
                array_keys($one->fields),
                $one->fields,
            ),
        );

        return array_map(
            static fn(Rereading $one): string => "{$one->kind->value} {$one->thing()} {$fields($one)}" .
                ($one->reason === '' ? '' : ": {$one->reason}") .
                ($one->canBeTaken ? '' : ', not to be taken'),
            $found,
        );
    }
}
