<?php

declare(strict_types=1);

namespace Tests\Core\Changes;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Effects;
use PineSieve\Core\Changes\MatchEffect;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Sameness;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Merging\MergeCandidate;
use PineSieve\Core\Merging\MergePolicy;
use PineSieve\Core\Merging\Merger;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Loads, merges and what is taken back have one answer to whether two things are the same. */
final class SamenessTest extends TestCase
{
    /** @return iterable<string, array{Subject, array<string, string>, array<string, string>, bool}> */
    public static function things(): iterable
    {
        $address = static fn(
            string $line1,
            string $postal = '03820',
            string $line2 = '',
            string $city = 'Dover',
            string $state = 'NH',
        ): array => ['line1' => $line1, 'line2' => $line2, 'city' => $city, 'state' => $state, 'postal_code' => $postal, 'country' => 'US'];
        $of = Subject::Address;
        yield 'an address and its postal form' => [$of, $address('12 North Main Street'), $address('12 N Main St'), true];
        yield 'two written forms' => [$of, $address('12 North Main Street'), $address('12 n. main str.'), true];
        yield 'with four digits more' => [$of, $address('12 North Main Street', '03820-1122'), $address('12 N Main St'), true];
        yield 'a unit in the other line' => [
            $of,
            $address('12 North Main Street', line2: 'Apartment 4'),
            $address('12 N Main St Apt 4'),
            true,
        ];
        yield 'another direction' => [$of, $address('12 North Main Street'), $address('12 S Main St'), false];
        yield 'another unit' => [$of, $address('12 North Main Street', line2: 'Apt 4'), $address('12 N Main St', line2: 'Apt 5'), false];
        yield 'another postal code' => [$of, $address('12 North Main Street'), $address('12 N Main St', '03801'), false];
        yield 'a town alone, twice' => [$of, $address('', ''), $address('', ''), true];
        yield 'two towns' => [$of, $address('', ''), $address('', '', city: 'Saco', state: 'ME'), false];
        yield 'an email in capitals' => [Subject::Email, ['address' => 'Ann@Example.org'], ['address' => 'ann@example.org'], true];
        yield 'another email' => [Subject::Email, ['address' => 'ann@example.org'], ['address' => 'ann@example.com'], false];
        yield 'a phone' => [Subject::Phone, ['number' => '+12075550143'], ['number' => '+12075550143'], true];
        yield 'another phone' => [Subject::Phone, ['number' => '+12075550143'], ['number' => '+12075550144'], false];
        yield 'an id in capitals' => [
            Subject::Identifier,
            ['system' => 'old', 'value' => 'x1'],
            ['system' => 'Old', 'value' => 'X1'],
            true,
        ];
        yield 'the id of another system' => [
            Subject::Identifier,
            ['system' => 'old', 'value' => 'x1'],
            ['system' => 'shop', 'value' => 'x1'],
            false,
        ];
        yield 'a group in capitals' => [
            Subject::Membership,
            ['list' => 'group', 'name' => 'Rowers'],
            ['list' => 'group', 'name' => 'ROWERS'],
            true,
        ];
        yield 'a group and a tag' => [
            Subject::Membership,
            ['list' => 'group', 'name' => 'Rowers'],
            ['list' => 'tag', 'name' => 'Rowers'],
            false,
        ];
    }

    /**
     * @param  array<string, string>  $stored
     * @param  array<string, string>  $other
     */
    #[DataProvider('things')]
    public function test_there_is_one_answer(Subject $subject, array $stored, array $other, bool $isSame): void
    {
        $sameness = new Sameness();

        self::assertSame($isSame, $sameness->of($subject, $stored) === $sameness->of($subject, $other));
    }

    /**
     * @param  array<string, string>  $stored
     * @param  array<string, string>  $incoming
     */
    #[DataProvider('things')]
    public function test_a_load_goes_by_it(Subject $subject, array $stored, array $incoming, bool $isSame): void
    {
        foreach ([MatchEffect::AddBeside, MatchEffect::BecomePrimary] as $effect) {
            $changes = (new Planner(new Effects($effect)))->plan(
                '3',
                self::incoming($subject, $incoming),
                self::supporter(5, $subject, $stored),
            );
            $made = array_filter($changes, static fn(Change $change): bool => $change->action === Action::Create);
            $former = array_filter($changes, static fn(Change $change): bool => ($change->after()['condition'] ?? '') === 'former');

            self::assertCount($isSame ? 0 : 1, $made, $effect->value);
            self::assertSame([], $isSame ? $former : [], 'What is the same does not take its own place.');
        }
    }

    /**
     * @param  array<string, string>  $stored
     * @param  array<string, string>  $other
     */
    #[DataProvider('things')]
    public function test_a_merge_goes_by_it(Subject $subject, array $stored, array $other, bool $isSame): void
    {
        $candidate = static fn(int $id, array $values): MergeCandidate => new MergeCandidate(self::supporter($id, $subject, $values));
        $merged = (new Merger(new MergePolicy()))->plan([$candidate(5, $stored), $candidate(6, $other)], 5)->merged;

        self::assertCount($isSame ? 1 : 2, [
            ...$merged->addresses,
            ...$merged->emails,
            ...$merged->phones,
            ...$merged->identifiers,
            ...$merged->memberships,
        ]);
    }

    /**
     * @param  array<string, string>  $deleted
     * @param  array<string, string>  $there
     */
    #[DataProvider('things')]
    public function test_what_is_there_again_does_not_come_back_beside_itself(
        Subject $subject,
        array $deleted,
        array $there,
        bool $isSame,
    ): void {
        $delete = new Change($subject, 7, Action::Delete, array_map(static fn(string $value): array => [$value, null], $deleted));
        $reversal = Reversal::of([$delete], ['supporter:5' => [], "{$subject->value}:8" => $there], []);

        self::assertCount($isSame ? 0 : 1, $reversal->changes);
        self::assertSame($isSame ? ['It is there again'] : [], array_column($reversal->kept, 'reason'));
    }

    /** @param  array<string, string>  $values */
    private static function supporter(int $id, Subject $subject, array $values): SupporterRecord
    {
        $parts = [
            new RecordPart($id * 10, [
                ...$values,
                ...in_array($subject, [Subject::Identifier, Subject::Membership], true)
                    ? []
                    : ['kind' => 'home', 'is_primary' => '1', 'condition' => 'good'],
            ]),
        ];
        $of = static fn(Subject $one): array => $one === $subject ? $parts : [];

        return new SupporterRecord(
            $id,
            1,
            ['kind' => 'person', 'first_name' => 'Ann', 'last_name' => 'Lee', 'display_name' => 'Ann Lee', 'sort_name' => 'Lee, Ann'],
            $of(Subject::Address),
            $of(Subject::Email),
            $of(Subject::Phone),
            $of(Subject::Identifier),
            $of(Subject::Membership),
        );
    }

    /** @param  array<string, string>  $values */
    private static function incoming(Subject $subject, array $values): IncomingRecord
    {
        return new IncomingRecord(
            SupporterKind::Person,
            WrittenName::parse('Ann Lee')->person,
            addresses: $subject === Subject::Address
                ? [IncomingAddress::of((new AddressStandardizer())->standardize(Address::fromParts($values)), true)]
                : [],
            emails: $subject === Subject::Email ? [new ContactPoint($values['address'])] : [],
            phones: $subject === Subject::Phone ? [new ContactPoint($values['number'])] : [],
            identifiers: $subject === Subject::Identifier ? [new Identifier($values['system'], $values['value'])] : [],
            groups: $subject === Subject::Membership && $values['list'] === 'group' ? [$values['name']] : [],
            tags: $subject === Subject::Membership && $values['list'] === 'tag' ? [$values['name']] : [],
        );
    }
}
