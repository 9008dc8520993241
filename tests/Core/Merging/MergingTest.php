<?php

declare(strict_types=1);

namespace Tests\Core\Merging;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\LeftAsItIs;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Merging\BadPolicy;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Merging\FieldRule;
use PineSieve\Core\Merging\MergeCandidate;
use PineSieve\Core\Merging\MergePlan;
use PineSieve\Core\Merging\MergePolicy;
use PineSieve\Core\Merging\Merger;
use PineSieve\Core\Merging\SurvivorRule;
use PineSieve\Core\Merging\Unmerge;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Several supporters become one, and one becomes several again. */
final class MergingTest extends TestCase
{
    /**
     * @param  array<string, ?string>  $fields
     * @param  array<string, list<array<string, ?string>>>  $things  list to its parts; each part may say its own "id"
     * @param  array<int, array<string, ?string>>  $gifts
     * @param  array<string, string>  $changed
     */
    private static function candidate(
        int $id,
        array $fields = [],
        array $things = [],
        array $gifts = [],
        array $changed = [],
        ?int $intake = null,
    ): MergeCandidate {
        $parts = static fn(string $list): array => array_map(
            static fn(array $values, int $i): RecordPart => new RecordPart(
                (int) ($values['id'] ?? $id * 10 + $i),
                array_diff_key($values, ['id' => 1]),
            ),
            $things[$list] ?? [],
            array_keys($things[$list] ?? []),
        );

        return new MergeCandidate(
            new SupporterRecord(
                $id,
                1,
                ['kind' => 'person', 'status' => 'active', ...$fields],
                $parts('addresses'),
                $parts('emails'),
                $parts('phones'),
                $parts('identifiers'),
                $parts('memberships'),
                $parts('custom'),
                $parts('links'),
            ),
            array_map(Gift::stored(...), $gifts),
            $changed,
            $intake,
        );
    }

    private static function ann(int $id = 1): MergeCandidate
    {
        return self::candidate($id, [
            'first_name' => 'Ann',
            'last_name' => 'Lee',
            'display_name' => 'Ann Lee',
            'sort_name' => 'Lee, Ann',
            'envelope_name' => 'Ann Lee',
            'greeting' => 'Ann',
        ]);
    }

    /** @return iterable<string, array{FieldRule, list<array{string, string}>, string}> rule, values with when they were written, and what is chosen */
    public static function rules(): iterable
    {
        $three = [['Ann', '2020'], ['Anna Maria', '2019'], ['ann', '2024']];
        yield 'survivor' => [FieldRule::Survivor, $three, 'Ann'];
        yield 'survivor, blank' => [FieldRule::Survivor, [['', ''], ['Bo', '']], ''];
        yield 'first filled' => [FieldRule::FirstFilled, [['', ''], ['Bo', ''], ['Cy', '']], 'Bo'];
        yield 'newest' => [FieldRule::Newest, $three, 'ann'];
        yield 'newest, but blank' => [FieldRule::Newest, [['Ann', '2020'], ['', '2024']], 'Ann'];
        yield 'nobody knows when' => [FieldRule::Newest, [['Ann', ''], ['Bo', '']], 'Ann'];
        yield 'longest' => [FieldRule::Longest, $three, 'Anna Maria'];
        yield 'longest by letters, not bytes' => [FieldRule::Longest, [['Bobby', ''], ['Zoëë', '']], 'Bobby'];
        yield 'most frequent' => [FieldRule::MostFrequent, [['Bo', ''], ['Ann', ''], ['Ann', '']], 'Ann'];
        yield 'each once' => [FieldRule::MostFrequent, [['Bo', ''], ['Ann', '']], 'Bo'];
        yield 'joined' => [
            FieldRule::Joined,
            [['likes puffins', ''], ['', ''], ['Likes Puffins', ''], ['sings', '']],
            'likes puffins + sings',
        ];
        yield 'all blank' => [FieldRule::Joined, [['', ''], ['', '']], ''];
    }

    /** @param  list<array{string, string}>  $values */
    #[DataProvider('rules')]
    public function test_whose_value_a_field_gets(FieldRule $rule, array $values, string $chosen): void
    {
        self::assertSame(
            $chosen,
            $rule->choose(array_map(static fn(array $one): array => ['value' => $one[0], 'at' => $one[1]], $values), ' + '),
        );
    }

    public function test_who_survives(): void
    {
        $old = self::candidate(1, [], [], [5 => ['given_on' => '2020-01-01', 'amount' => '1.00']]);
        $full = self::candidate(2, ['first_name' => 'Ann', 'nickname' => 'Annie'], ['emails' => [['address' => 'a@example.org']]]);
        $placed = self::candidate(
            3,
            [],
            ['addresses' => [['line1' => '1 Elm St', 'city' => 'Dover', 'state' => 'NH', 'postal_code' => '03820']]],
        );
        $giving = self::candidate(4, [], [], [6 => ['given_on' => '2024-01-01', 'amount' => '1.00']]);
        $all = [$giving, $placed, $full, $old];

        self::assertSame(
            [3, 2, 4, 1],
            array_map(static fn(SurvivorRule $rule): int => $rule->pick($all)->id(), [
                SurvivorRule::BestAddress,
                SurvivorRule::BestRecord,
                SurvivorRule::LatestGift,
                SurvivorRule::Oldest,
            ]),
        );
        self::assertSame(
            1,
            SurvivorRule::BestAddress->pick([self::ann(2), self::ann(1)])->id(),
            'Where nothing tells, the older one stays.',
        );
    }

    /** @return iterable<string, array{array<int, ?int>, int, int}> supporters with the intake that brought each; who was there already, and who is incoming */
    public static function origins(): iterable
    {
        yield 'one by hand, one by a file' => [[7 => 3, 9 => null], 9, 7];
        yield 'by two files' => [[7 => 3, 9 => 5], 7, 9];
        yield 'the later file brought the one with the lower number' => [[7 => 5, 9 => 3], 9, 7];
        yield 'by one file: the older one stays' => [[9 => 3, 7 => 3], 7, 7];
        yield 'none by a file' => [[9 => null, 7 => null], 7, 7];
        yield 'three' => [[7 => 5, 8 => null, 9 => 6], 8, 9];
    }

    /** @param  array<int, ?int>  $intakes */
    #[DataProvider('origins')]
    public function test_who_was_there_and_who_is_incoming(array $intakes, int $there, int $incoming): void
    {
        $all = array_map(static fn(int $id): MergeCandidate => self::candidate($id, intake: $intakes[$id]), array_keys($intakes));

        self::assertSame([$there, $incoming], [SurvivorRule::AlreadyThere->pick($all)->id(), SurvivorRule::Incoming->pick($all)->id()]);
    }

    public function test_fields_are_filled_and_the_forms_of_the_name_follow(): void
    {
        $other = self::candidate(2, [
            'first_name' => 'Anne',
            'middle_name' => 'Maria',
            'last_name' => 'Lee',
            'birth_date' => '1970-02-03',
            'notes' => 'sings',
            'first_known_on' => '2011-01-01',
            'consent_email' => 'no',
            'consent_mail' => 'yes',
            'status' => 'deceased',
        ]);
        $stays = self::ann();
        $stays = new MergeCandidate(
            new SupporterRecord(1, 1, [
                ...$stays->record->fields,
                'notes' => 'likes puffins',
                'first_known_on' => '2015-01-01',
                'consent_email' => 'yes',
            ]),
        );
        $merged = (new Merger(new MergePolicy()))->plan([$stays, $other], 1)->merged;

        self::assertSame(
            [
                'Ann',
                'Maria',
                'Ann Maria Lee',
                'Lee, Ann Maria',
                '1970-02-03',
                'likes puffins; sings',
                '2011-01-01',
                'no',
                'yes',
                'deceased',
                '',
            ],
            array_map($merged->field(...), [
                'first_name',
                'middle_name',
                'display_name',
                'sort_name',
                'birth_date',
                'notes',
                'first_known_on',
                'consent_email',
                'consent_mail',
                'status',
                'consent_phone',
            ]),
        );
    }

    public function test_what_a_person_types_goes_before_every_rule(): void
    {
        $merged = (new Merger(new MergePolicy(fields: ['first_name' => FieldRule::Longest])))->plan(
            [self::ann(), self::candidate(2, ['first_name' => 'Annabel', 'last_name' => 'Lee'])],
            1,
            ['last_name' => 'Park', 'consent_email' => 'yes', 'greeting' => 'Captain'],
        )->merged;

        self::assertSame(
            ['Annabel', 'Park', 'Annabel Park', 'yes', 'Captain'],
            array_map($merged->field(...), ['first_name', 'last_name', 'display_name', 'consent_email', 'greeting']),
        );
    }

    public function test_a_greeting_that_someone_wrote_stays(): void
    {
        $stays = new MergeCandidate(new SupporterRecord(1, 1, [...self::ann()->record->fields, 'greeting' => 'Madam President']));
        $merged = (new Merger(new MergePolicy(usual: FieldRule::Newest)))->plan(
            [$stays, self::candidate(2, ['first_name' => 'Anna', 'last_name' => 'Lee'], changed: ['first_name' => '2024-01-01'])],
            1,
        )->merged;

        self::assertSame(['Anna', 'Madam President'], [$merged->field('first_name'), $merged->field('greeting')]);
    }

    private static function full(): MergePlan
    {
        $stays = self::candidate(
            1,
            ['last_name' => 'Lee', 'display_name' => 'Lee'],
            [
                'addresses' => [
                    [
                        'line1' => '12 Elm Street',
                        'line2' => null,
                        'city' => 'Dover',
                        'state' => 'NH',
                        'postal_code' => '03820',
                        'country' => 'US',
                        'is_primary' => '1',
                        'condition' => 'good',
                        'label' => null,
                    ],
                ],
                'emails' => [['address' => 'ann@example.org', 'is_primary' => '1', 'condition' => 'good', 'label' => null]],
                'identifiers' => [['system' => 'old', 'value' => 'X-1']],
                'memberships' => [['list' => 'group', 'name' => 'Choir']],
                'custom' => [['field' => 'custom.shirt', 'value' => 'M']],
                'links' => [
                    ['kind' => 'spouse', 'other_id' => '9', 'role' => null],
                    ['kind' => 'member', 'other_id' => '2', 'role' => null],
                ],
            ],
            [501 => ['amount' => '10.00', 'given_on' => '2020-01-01', 'fund' => null]],
        );
        $goes = self::candidate(
            2,
            ['last_name' => 'Lee', 'display_name' => 'Lee'],
            [
                'addresses' => [
                    [
                        'line1' => '12 ELM ST',
                        'line2' => null,
                        'city' => 'DOVER',
                        'state' => 'New Hampshire',
                        'postal_code' => '3820',
                        'country' => null,
                        'is_primary' => '1',
                        'condition' => 'undeliverable',
                        'label' => 'until 2020',
                    ],
                    [
                        'line1' => '9 Quay St',
                        'line2' => null,
                        'city' => 'Bath',
                        'state' => 'ME',
                        'postal_code' => '04530',
                        'country' => 'US',
                        'is_primary' => '0',
                        'condition' => 'good',
                        'label' => null,
                    ],
                ],
                'emails' => [['address' => 'ANN@example.org', 'is_primary' => '1', 'condition' => 'good', 'label' => null]],
                'phones' => [['number' => '+16035550143', 'is_primary' => '1', 'condition' => 'good', 'label' => null]],
                'identifiers' => [['system' => 'Old', 'value' => 'x-1'], ['system' => 'new', 'value' => '7']],
                'memberships' => [['list' => 'group', 'name' => 'choir'], ['list' => 'tag', 'name' => 'VIP']],
                'custom' => [['field' => 'custom.shirt', 'value' => 'L'], ['field' => 'custom.boat', 'value' => 'yes']],
                'links' => [
                    ['kind' => 'spouse', 'other_id' => '9', 'role' => 'since 1990'],
                    ['kind' => 'spouse', 'other_id' => '1', 'role' => null],
                ],
            ],
            [
                601 => ['amount' => '25.50', 'given_on' => '2021-01-01', 'fund' => 'General fund'],
                602 => ['amount' => '1.00', 'given_on' => '2022-01-01', 'fund' => null],
            ],
        );

        return (new Merger(new MergePolicy()))->plan(
            [$stays, $goes],
            1,
            [],
            [
                9 => [
                    new RecordPart(91, ['kind' => 'spouse', 'other_id' => '2', 'role' => null]),
                    new RecordPart(92, ['kind' => 'child', 'other_id' => '1', 'role' => null]),
                    new RecordPart(93, ['kind' => 'child', 'other_id' => '2', 'role' => null]),
                ],
                2 => [new RecordPart(21, ['kind' => 'spouse', 'other_id' => '1', 'role' => null])],
            ],
        );
    }

    /**
     * @param  list<Change>  $changes
     * @return list<string>
     */
    private static function told(array $changes): array
    {
        return array_map(
            static fn(Change $change): string => "{$change->action->value} {$change->subject->value} {$change->ref}",
            $changes,
        );
    }

    public function test_what_hangs_on_them_moves_with_its_number_and_one_of_the_same_is_enough(): void
    {
        $plan = self::full();

        self::assertSame(
            [
                'delete link 11',
                'update address 10',
                'create address 21',
                'create phone 20',
                'create identifier 21',
                'create membership 21',
                'update link 10',
                'create gift 601',
                'create gift 602',
                'create custom 21',
            ],
            self::told($plan->changes[1]),
        );
        self::assertSame(['label' => 'until 2020', 'condition' => 'undeliverable'], $plan->changes[1][1]->after());
        self::assertSame(
            ['0', '1'],
            [$plan->changes[1][2]->after()['is_primary'], $plan->changes[1][3]->after()['is_primary']],
            'The first phone is the primary one; a further address is not.',
        );
        self::assertSame(['role' => 'since 1990'], $plan->changes[1][6]->after());
        self::assertSame('M', $plan->merged->custom[0]->value('value'));
        $gone = self::told($plan->changes[2]);
        self::assertSame('delete supporter 2', end($gone));
        self::assertCount(15, $gone);
        self::assertSame(
            ['update link 91', 'delete link 93'],
            self::told($plan->changes[9]),
            'Others are linked to the survivor, and once is enough.',
        );
        self::assertSame([1, 2, 9], array_keys($plan->changes), 'Nobody is linked to oneself.');
    }

    /** @return iterable<string, array{array<int, list<array{string, int}>>, array<int, list<array{string, int}>>, list<string>}> links of each of 1 to 3, who become 1; links of others to them; and what stands there afterwards */
    public static function circles(): iterable
    {
        yield 'husband and wife' => [[1 => [['spouse', 2]], 2 => [['spouse', 1]]], [], []];
        yield 'one says it of the other' => [[2 => [['spouse', 1]]], [], []];
        yield 'the survivor says it' => [[1 => [['spouse', 2]]], [], []];
        yield 'all in a circle' => [[1 => [['child', 2]], 2 => [['child', 3]], 3 => [['child', 1]]], [], []];
        yield 'of one to himself' => [[2 => [['spouse', 2]]], [], []];
        yield 'the survivor to himself' => [[1 => [['spouse', 1]]], [], []];
        yield 'each to the same household' => [[1 => [['member', 9]], 2 => [['member', 9]], 3 => [['member', 9]]], [], ['1 member 9']];
        yield 'to different ones' => [[1 => [['member', 9]], 2 => [['member', 8]]], [], ['1 member 9', '1 member 8']];
        yield 'of another to each of them' => [[], [9 => [['member', 1], ['member', 2], ['member', 3]]], ['9 member 1']];
        yield 'of another to those who go' => [[], [9 => [['member', 2], ['member', 3], ['head', 3]]], ['9 member 1', '9 head 1']];
        yield 'there and back' => [[2 => [['spouse', 9]]], [9 => [['spouse', 2]]], ['1 spouse 9', '9 spouse 1']];
    }

    /**
     * @param  array<int, list<array{string, int}>>  $own
     * @param  array<int, list<array{string, int}>>  $ofOthers
     * @param  list<string>  $after
     */
    #[DataProvider('circles')]
    public function test_links_end_at_the_one_who_stays_and_never_at_oneself(array $own, array $ofOthers, array $after): void
    {
        $there = [];
        $part = static function (int $owner, int $i, array $link) use (&$there): RecordPart {
            $there[$owner * 100 + $i] = "{$owner} {$link[0]} {$link[1]}";

            return new RecordPart($owner * 100 + $i, ['kind' => $link[0], 'other_id' => (string) $link[1], 'role' => null]);
        };
        $parts = static fn(array $links, int $owner): array => array_map(
            static fn(array $link, int $i): RecordPart => $part($owner, $i, $link),
            $links,
            array_keys($links),
        );
        $candidates = array_map(
            static fn(int $id): MergeCandidate => new MergeCandidate(
                new SupporterRecord(
                    $id,
                    1,
                    ['kind' => 'person', 'status' => 'active', 'last_name' => 'Lee'],
                    links: $parts($own[$id] ?? [], $id),
                ),
            ),
            [1, 2, 3],
        );
        $others = [];
        foreach ($ofOthers as $owner => $links) {
            $others[$owner] = $parts($links, $owner);
        }
        foreach ((new Merger(new MergePolicy()))->plan($candidates, 1, [], $others)->changes as $owner => $changes) {
            foreach ($changes as $change) {
                if ($change->subject->value !== 'link') {
                    continue;
                }
                if ($change->action === Action::Delete) {
                    // What moves is deleted with the one who goes and made with the one who stays.
                    $there = array_filter(
                        $there,
                        static fn(string $link, int $ref): bool => $ref !== $change->ref || !str_starts_with($link, "{$owner} "),
                        ARRAY_FILTER_USE_BOTH,
                    );

                    continue;
                }
                $kind = explode(' ', $there[$change->ref] ?? '1 ' . ($change->after()['kind'] ?? ''))[1];
                $there[$change->ref] = "{$owner} {$kind} " . ($change->after()['other_id'] ?? explode(' ', $there[$change->ref])[2]);
            }
        }

        self::assertEqualsCanonicalizing($after, array_values($there));
    }

    public function test_what_holds_one_value_is_not_joined(): void
    {
        $candidate = static fn(int $id, string $born, string $size, string $likes): MergeCandidate => self::candidate(
            $id,
            ['last_name' => 'Lee', 'birth_date' => $born, 'notes' => "note {$id}"],
            ['custom' => [['field' => 'custom.size', 'value' => $size], ['field' => 'custom.likes', 'value' => $likes]]],
        );
        $merged = (new Merger(new MergePolicy(usual: FieldRule::Joined, separator: ' + '), ['birth_date', 'custom.size']))->plan(
            [$candidate(1, '', '7', 'boats'), $candidate(2, '1970-02-03', '8', 'maps'), $candidate(3, '1970-03-02', '8', 'maps')],
            1,
        )->merged;

        self::assertSame(
            ['1970-02-03', 'note 1 + note 2 + note 3', ['7', 'boats + maps'], 'Lee'],
            [
                $merged->field('birth_date'),
                $merged->field('notes'),
                array_map(static fn(RecordPart $part): string => $part->value('value'), $merged->custom),
                $merged->field('last_name'),
            ],
        );
    }

    public function test_lists_of_a_custom_field_are_united_line_by_line(): void
    {
        $plan = (new Merger(new MergePolicy()))->plan(
            [
                self::candidate(1, [], ['custom' => [['field' => 'custom.likes', 'value' => "puffins\nboats"]]]),
                self::candidate(2, [], ['custom' => [['field' => 'custom.likes', 'value' => "Boats\nmaps"]]]),
            ],
            1,
        );

        self::assertSame("puffins\nboats\nmaps", $plan->merged->custom[0]->value('value'));
    }

    public function test_three_become_one(): void
    {
        $email = static fn(string $address): array => [
            'emails' => [['address' => $address, 'is_primary' => '1', 'condition' => 'good', 'label' => null]],
        ];
        $plan = (new Merger(new MergePolicy()))->plan(
            [
                self::candidate(1, []),
                self::candidate(2, ['nickname' => 'Annie'], $email('a@example.org')),
                self::candidate(3, ['nickname' => 'Anka'], $email('A@example.org')),
            ],
            1,
        );

        self::assertSame(
            ['Annie', ['a@example.org'], '1'],
            [
                $plan->merged->field('nickname'),
                array_map(static fn(RecordPart $part): string => $part->value('address'), $plan->merged->emails),
                $plan->merged->emails[0]->value('is_primary'),
            ],
        );
        self::assertSame(
            [['delete email 20', 'delete supporter 2'], ['delete email 30', 'delete supporter 3']],
            [self::told($plan->changes[2]), self::told($plan->changes[3])],
        );
    }

    /** @return iterable<string, array{list<MergeCandidate>, ?int, string}> */
    public static function impossible(): iterable
    {
        yield 'one alone' => [[self::ann()], null, 'A merge needs at least two'];
        yield 'nobody' => [[], null, 'A merge needs at least two'];
        yield 'oneself' => [[self::ann(), self::ann()], null, 'A merge needs at least two'];
        yield 'a household and its member' => [[self::ann(), self::candidate(2, ['kind' => 'household'])], null, "can't become one"];
        yield 'someone else stays' => [[self::ann(), self::ann(2)], 3, 'is not among them'];
    }

    /** @param  list<MergeCandidate>  $candidates */
    #[DataProvider('impossible')]
    public function test_what_can_not_be_merged(array $candidates, ?int $survivor, string $message): void
    {
        $this->expectException(CannotMerge::class);
        $this->expectExceptionMessageMatches('~' . preg_quote($message, '~') . '~');

        (new Merger(new MergePolicy()))->plan($candidates, $survivor);
    }

    /** @return iterable<string, array{array<mixed>}> */
    public static function badPolicies(): iterable
    {
        yield 'no such rule' => [['usual' => 'prettiest']];
        yield 'no such survivor' => [['survivor' => 'tallest']];
        yield 'a field that is none' => [['fields' => ['shoe' => 'longest']]];
        yield 'a field that has its own rule' => [['fields' => ['status' => 'longest']]];
        yield 'a rule that is a number' => [['fields' => ['notes' => 7]]];
        yield 'a long separator' => [['separator' => '-----------']];
    }

    /** @param  array<mixed>  $policy */
    #[DataProvider('badPolicies')]
    public function test_a_bad_policy_is_refused(array $policy): void
    {
        $this->expectException(BadPolicy::class);

        MergePolicy::fromArray($policy);
    }

    public function test_a_policy_is_written_as_it_is_read(): void
    {
        $policy = [
            'survivor' => 'oldest',
            'usual' => 'newest',
            'fields' => ['notes' => 'joined', 'custom.shirt' => 'longest'],
            'separator' => ' / ',
        ];

        self::assertSame($policy, MergePolicy::fromArray($policy)->toArray());
        self::assertSame((new MergePolicy())->toArray(), MergePolicy::fromArray([])->toArray());
    }

    /**
     * What is stored after changes.
     *
     * @param  array<int, array<string, array<string, ?string>>>  $stored
     * @param  array<int, list<Change>>  $changes
     * @return array<int, array<string, array<string, ?string>>>
     */
    private static function applied(array $stored, array $changes): array
    {
        foreach ($changes as $id => $of) {
            foreach ($of as $change) {
                $thing = "{$change->subject->value}:{$change->ref}";
                if ($change->action === Action::Delete) {
                    unset($stored[$id][$thing]);
                } else {
                    $stored[$id][$thing] = [...$stored[$id][$thing] ?? [], ...$change->after()];
                }
            }
        }

        return array_filter($stored);
    }

    /** @return array<int, array<string, array<string, ?string>>> what full() begins with: undone changes of nothing */
    private static function before(MergePlan $plan): array
    {
        $before = [];
        foreach ($plan->changes as $id => $of) {
            foreach ($of as $change) {
                if ($change->action !== Action::Create) {
                    $before[$id]["{$change->subject->value}:{$change->ref}"] = array_map(
                        static fn(array $pair): ?string => $pair[0],
                        $change->fields,
                    );
                }
            }
        }
        $before[1]['supporter:1'] ??= ['last_name' => 'Lee'];

        return $before;
    }

    public function test_taken_apart_both_are_as_they_were(): void
    {
        $plan = self::full();
        $before = self::before($plan);
        $after = self::applied($before, $plan->changes);
        $unmerge = Unmerge::plan(1, $plan->changes, $after, []);

        self::assertSame([], $unmerge->kept);
        self::assertEquals($before, self::applied($after, $unmerge->changes));
        self::assertSame('create supporter 2', self::told($unmerge->changes[2])[0], 'The supporter is there before what hangs on it.');
    }

    public function test_what_came_since_is_divided_and_what_was_changed_since_stays(): void
    {
        $plan = self::full();
        $now = self::applied(self::before($plan), $plan->changes);
        $now[1]['gift:700'] = ['amount' => '7.00', 'given_on' => '2025-01-01', 'fund' => null];
        $now[1]['email:701'] = ['address' => 'new@example.org'];
        $now[1]['gift:601'] = [...$now[1]['gift:601'], 'amount' => '26.00'];
        $now[1]['address:10'] = [...$now[1]['address:10'], 'condition' => 'not to be used'];
        unset($now[1]['phone:20']);

        $unmerge = Unmerge::plan(1, $plan->changes, $now, ['gift:700' => 2]);
        $apart = self::applied($now, $unmerge->changes);
        self::assertSame(['7.00', '26.00'], [$apart[2]['gift:700']['amount'], $apart[2]['gift:601']['amount']]);
        self::assertArrayNotHasKey('gift:700', $apart[1]);
        self::assertArrayHasKey('email:701', $apart[1]);
        self::assertArrayNotHasKey('phone:20', $apart[2], 'What was taken away since does not come back.');
        self::assertSame(['phone:20', 'address:10'], array_map(static fn(LeftAsItIs $kept): string => $kept->thing, $unmerge->kept));
        self::assertSame(['not to be used', null], [$apart[1]['address:10']['condition'], $apart[1]['address:10']['label'] ?? null]);
    }

    /** @return iterable<string, array{array<string, int>}> */
    public static function badGifts(): iterable
    {
        yield 'not there' => [['gift:999' => 2]];
        yield 'to a stranger' => [['gift:501' => 9]];
        yield 'to the survivor' => [['gift:501' => 1]];
        yield 'what goes back anyway' => [['gift:601' => 2]];
        yield 'the survivor' => [['supporter:1' => 2]];
    }

    /** @param  array<string, int>  $given */
    #[DataProvider('badGifts')]
    public function test_only_what_came_since_can_be_given(array $given): void
    {
        $plan = self::full();
        $now = self::applied(self::before($plan), $plan->changes);
        $now[1]['gift:501'] = ['amount' => '10.00'];

        $this->expectException(CannotMerge::class);
        Unmerge::plan(1, $plan->changes, $now, $given);
    }

    public function test_a_survivor_that_is_gone_can_not_be_taken_apart(): void
    {
        $this->expectException(CannotMerge::class);
        $this->expectExceptionMessageMatches('~merged further~');

        Unmerge::plan(1, self::full()->changes, [], []);
    }
}
