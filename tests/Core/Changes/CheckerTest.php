<?php

declare(strict_types=1);

namespace Tests\Core\Changes;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Limits;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\TakenValues;

/** Whatever is written is held against the same rules: of a world where "taken@example.org" and the references "7" and "8" are supporter 9's. */
final class CheckerTest extends TestCase
{
    private static function checker(): Checker
    {
        $unique = static fn(string $field): Field => FieldCatalog::builtIn()->field($field)->with(null, new Limits(isUnique: true));

        return new Checker(
            new Standards(FieldCatalog::builtIn()->with([$unique('email'), $unique('gift.reference')]), new Formats('2026-01-31'), [
                new RequiredRule(1, RuleSubject::Supporter, 'birth_date'),
                new RequiredRule(4, RuleSubject::Household, 'name.full'),
                new RequiredRule(2, RuleSubject::Supporter, 'name.nickname', Strength::Should),
                new RequiredRule(3, RuleSubject::Gift, 'gift.fund'),
            ]),
            new class implements TakenValues {
                public function of(array $values): array
                {
                    $owners = ['email' => ['taken@example.org' => [9]], 'gift.reference' => ['7' => [9], '8' => [9]]];

                    $taken = [];
                    foreach ($values as $field => $of) {
                        $taken[$field] = array_intersect_key($owners[$field] ?? [], array_flip($of));
                    }

                    return $taken;
                }

                public function name(int|string $owner): string
                {
                    return "Supporter {$owner}";
                }
            },
        );
    }

    /** @param  array<string, ?string>  $fields */
    private static function stored(int $id, array $fields = [], string $email = ''): SupporterRecord
    {
        return new SupporterRecord(
            $id,
            1,
            ['kind' => 'person', 'last_name' => 'Lee', 'birth_date' => '1970-01-01', 'nickname' => 'Annie', ...$fields],
            emails: $email === '' ? [] : [new RecordPart(1, ['address' => $email])],
        );
    }

    /** @return iterable<string, array{?SupporterRecord, list<Change>, array<int, Gift>, list<SupporterRecord>, list<string>}> stored, changes, stored gifts, those that join, codes of the problems */
    public static function changes(): iterable
    {
        $email = static fn(string $address): Change => Change::create(Subject::Email, 'x:email', ['address' => $address]);
        $gift = static fn(array $columns, int|string $ref = 'x:gift'): Change => Change::create(Subject::Gift, $ref, $columns);
        $set = static fn(Subject $subject, int $id, string $column, ?string $before, ?string $after): Change => new Change(
            $subject,
            $id,
            Action::Update,
            [$column => [$before, $after]],
        );
        $make = Change::create(Subject::Supporter, 'x:supporter', ['kind' => 'person', 'last_name' => 'Lee']);

        yield 'nothing' => [self::stored(1), [], [], [], []];
        yield 'a new one without what is required, and what is wanted' => [
            null,
            [$make],
            [],
            [],
            ['birth_date.required', 'name.nickname.wanted'],
        ];
        yield 'what was missing before' => [self::stored(1, ['birth_date' => null]), [$email('a@example.org')], [], [], []];
        yield 'what is taken away' => [
            self::stored(1),
            [$set(Subject::Supporter, 1, 'birth_date', '1970-01-01', null)],
            [],
            [],
            ['birth_date.required'],
        ];
        yield 'the name' => [self::stored(1), [$set(Subject::Supporter, 1, 'last_name', 'Lee', '')], [], [], ['name.last.required']];
        yield 'the name, which a rule asks for too' => [
            self::stored(1, ['kind' => 'household', 'display_name' => 'The Lees']),
            [$set(Subject::Supporter, 1, 'display_name', 'The Lees', null)],
            [],
            [],
            ['name.full.required'],
        ];
        yield 'the name of an organization' => [
            self::stored(1, ['kind' => 'organization', 'organization_name' => 'Harbor Fund']),
            [$set(Subject::Supporter, 1, 'organization_name', 'Harbor Fund', null)],
            [],
            [],
            ['organization.name.required'],
        ];
        yield 'one that never had a name' => [
            self::stored(1, ['last_name' => null]),
            [$set(Subject::Supporter, 1, 'notes', null, 'x')],
            [],
            [],
            [],
        ];
        yield 'what somebody else has, in capitals' => [self::stored(1), [$email('TAKEN@example.org')], [], [], ['email.unique']];
        yield 'what it has itself' => [self::stored(9, email: 'taken@example.org'), [$email('Taken@example.org')], [], [], []];
        yield 'what is its own by number alone' => [self::stored(9), [$email('taken@example.org')], [], [], []];
        yield 'what comes with one who joins' => [
            self::stored(1),
            [$email('taken@example.org')],
            [],
            [self::stored(9, email: 'taken@example.org')],
            [],
        ];
        yield 'what a third one has, and one who joins had too' => [
            self::stored(1),
            [$email('taken@example.org')],
            [],
            [self::stored(2, email: 'taken@example.org')],
            [],
        ];
        yield 'a gift without a fund' => [self::stored(1), [$gift(['amount' => '5.00'])], [], [], ['gift.fund.required']];
        yield 'two of them are told once' => [
            self::stored(1),
            [$gift(['amount' => '5.00'], 'x:gift'), $gift(['amount' => '6.00'], 'y:gift')],
            [],
            [],
            ['gift.fund.required'],
        ];
        yield 'a gift that had none before' => [
            self::stored(1),
            [$set(Subject::Gift, 5, 'amount', '5.00', '6.00')],
            [5 => new Gift(amount: '5.00')],
            [],
            [],
        ];
        yield 'a gift whose fund is taken away' => [
            self::stored(1),
            [$set(Subject::Gift, 5, 'fund', 'Nets', null)],
            [5 => new Gift(amount: '5.00', fund: 'Nets')],
            [],
            ['gift.fund.required'],
        ];
        yield 'a gift that goes' => [
            self::stored(1),
            [new Change(Subject::Gift, 5, Action::Delete, ['fund' => ['Nets', null]])],
            [5 => new Gift(fund: 'Nets')],
            [],
            [],
        ];
        yield 'a reference that is a number, and another\'s' => [
            self::stored(1),
            [$gift(['fund' => 'Nets', 'reference' => '7'])],
            [],
            [],
            ['gift.reference.unique'],
        ];
        yield 'a reference of another gift of its own' => [
            self::stored(9),
            [$gift(['fund' => 'Nets', 'reference' => '7'])],
            [],
            [],
            ['gift.reference.unique'],
        ];
        yield 'a reference that stays' => [
            self::stored(9),
            [$set(Subject::Gift, 5, 'fund', null, 'Nets')],
            [5 => new Gift(reference: '7')],
            [],
            [],
        ];
        yield 'a gift that comes with one who joins' => [
            self::stored(1),
            [$gift(['reference' => '8'], 5)],
            [5 => new Gift(reference: '8')],
            [self::stored(9)],
            [],
        ];
    }

    /**
     * @param  list<Change>  $changes
     * @param  array<int, Gift>  $gifts
     * @param  list<SupporterRecord>  $joining
     * @param  list<string>  $codes
     */
    #[DataProvider('changes')]
    public function test_what_may_not_be_written(?SupporterRecord $stored, array $changes, array $gifts, array $joining, array $codes): void
    {
        $problems = self::checker()->problems($stored, $changes, $gifts, $joining);

        self::assertSame($codes, array_map(static fn(Problem $problem): string => $problem->code, $problems));
        self::assertSame(
            array_values(array_filter($codes, static fn(string $code): bool => !str_ends_with($code, '.wanted'))),
            array_column(self::checker()->blocking($stored, $changes, $gifts, $joining), 'code'),
        );
    }

    public function test_it_is_said_who_has_it(): void
    {
        $problems = self::checker()->problems(self::stored(1), [Change::create(Subject::Email, 'x', ['address' => 'taken@example.org'])]);

        self::assertStringStartsWith('Supporter 9 has "taken@example.org" already', $problems[0]->reason);
    }
}
