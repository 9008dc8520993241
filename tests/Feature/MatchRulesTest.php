<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Matching\RuleSets;
use App\Matching\TakeOver;
use App\Records\RecordReader;
use App\Standards\StandardsStore;
use App\Supporters\SearchIndex;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;

/** Match rule sets of the organization's own: kept, tried, put to use. */
final class MatchRulesTest extends TestCase
{
    /** @param  list<array<string, mixed>>  $rules */
    private static function content(string $name, array $rules): string
    {
        return json_encode(
            ['format' => 'pine-sieve-match-rules', 'name' => $name, 'kind' => 'person', 'rules' => $rules],
            JSON_THROW_ON_ERROR,
        );
    }

    private function world(): void
    {
        $this->loaded(
            "First name,Last name,Email,Phone\nAnn,Lee,ann@example.org,603-555-0143\nBo,Park,bo@example.org,603-555-0144\nCy,Dahl,cy@example.org,603-555-0145\n",
            [],
            ['name.first', 'name.last', 'email', 'phone'],
        );
        foreach ([['Ann', 'Lee', 'ann@example.org'], ['Zoe', 'Quill', 'bo@example.org']] as [$first, $last, $email]) {
            $this->byHand($first, $last, $email);
        }
    }

    private const BY_EMAIL = ['name' => 'Email', 'verdict' => 'review', 'comparisons' => [['field' => 'email']]];

    public function test_sets_that_come_with_the_program_are_shown_in_sentences(): void
    {
        $sets = $this->as()->getJson('/api/match-rules')->assertOk()->json('sets');

        self::assertSame(
            [
                ['People, by weight', true],
                ['People', false],
                ['Households, by weight', true],
                ['Households', false],
                ['Organizations, by weight', true],
                ['Organizations', false],
            ],
            array_map(static fn(array $set): array => [$set['name'], $set['is_used']], $sets),
        );
        self::assertSame(
            'Same email; and same name, with nicknames, swapped names',
            array_column($sets[1]['rules'], 'sentence', 'name')['Same email and name'],
        );
        self::assertContains(['sign' => 'generation', 'effect' => 'apart'], $sets[1]['signs']);
    }

    public function test_a_set_of_ones_own_is_kept_used_and_dropped(): void
    {
        $this->world();
        $id = $this->postJson('/api/match-rules', ['content' => self::content('Ours', [self::BY_EMAIL])])
            ->assertCreated()
            ->json('id');
        $this->postJson('/api/duplicates/search');
        self::assertSame(['certain' => 1, 'review' => 0, 'homes' => 0], $this->getJson('/api/duplicates')->json('counts'));
        $this->putJson('/api/match-rules/used', ['kind' => 'person', 'set' => $id])->assertOk();
        $this->postJson('/api/duplicates/search');
        self::assertSame(
            ['certain' => 0, 'review' => 1, 'homes' => 0],
            $this->getJson('/api/duplicates')->json('counts'),
            'Bo and Zoe are two by the sign of their first names.',
        );
        $this->putJson('/api/match-rules/used', ['kind' => 'household', 'set' => $id])->assertStatus(404);

        $signs = json_decode(self::content('Ours', [self::BY_EMAIL]), true) + ['signs' => ['first name' => 'nothing']];
        $this->postJson('/api/match-rules', ['content' => json_encode($signs)])->assertOk();
        $this->postJson('/api/duplicates/search');
        self::assertSame(
            ['certain' => 0, 'review' => 2, 'homes' => 0],
            $this->getJson('/api/duplicates')->json('counts'),
            'A set that is changed is still the one in use.',
        );
        $this->deleteJson("/api/match-rules/{$id}")->assertOk();
        self::assertTrue(collect($this->getJson('/api/match-rules')->json('sets'))->firstWhere('name', 'People, by weight')['is_used']);
    }

    public function test_a_set_is_tried_without_consequence(): void
    {
        $this->world();
        $content = json_encode(json_decode(self::content('Tried', [self::BY_EMAIL]), true) + ['signs' => ['first name' => 'nothing']]);
        $id = $this->postJson('/api/match-rules/try', ['content' => $content])
            ->assertStatus(202)
            ->json('id');
        $tried = $this->getJson("/api/match-rules/try/{$id}")
            ->assertOk()
            ->json();

        self::assertSame(
            ['done', 0, 2, 1, 0, 1],
            [
                $tried['state'],
                ...array_map(static fn(string $key): int => $tried['found'][$key], ['certain', 'review', 'added', 'dropped', 'other']),
            ],
        );
        self::assertSame([2, 5], [$tried['found']['examples']['added'][0]['one'], $tried['found']['examples']['added'][0]['other']]);
        self::assertSame('Zoe Quill', $tried['names'][5]);
        self::assertSame(
            [0, 0, null],
            [
                DB::table('duplicate_pairs')->count(),
                DB::table('match_rule_sets')->count(),
                $this->getJson('/api/duplicates')->json('search'),
            ],
        );
    }

    public function test_what_another_set_would_drop_is_told(): void
    {
        $this->world();
        $id = $this->postJson('/api/match-rules/try', [
            'content' => self::content('Tried', [['name' => 'Phone', 'verdict' => 'certain', 'comparisons' => [['field' => 'phone']]]]),
        ])->json('id');
        $found = $this->getJson("/api/match-rules/try/{$id}")->json('found');

        self::assertSame([0, 0, 1], [$found['certain'], $found['review'], $found['dropped']]);
        self::assertSame([1, 4], [$found['examples']['dropped'][0]['one'], $found['examples']['dropped'][0]['other']]);
    }

    public function test_bad_sets_are_refused_in_words_and_a_field_that_goes_does_not_stop_the_search(): void
    {
        $this->world();
        foreach (
            [
                '{',
                '[]',
                '"x"',
                self::content('', [self::BY_EMAIL]),
                self::content('People', [self::BY_EMAIL]),
                self::content('Ours', [['name' => 'X', 'verdict' => 'certain', 'comparisons' => [['field' => 'custom.gone']]]]),
            ]
            as $content
        ) {
            self::assertNotSame(
                '',
                $this->postJson('/api/match-rules', ['content' => $content])
                    ->assertStatus(422)
                    ->json('message'),
            );
        }
        $this->postJson('/api/match-rules/try', ['content' => '{}'])->assertStatus(422);
        $this->postJson('/api/fields', ['label' => 'Badge', 'type' => 'text'])->assertCreated();
        $id = $this->postJson('/api/match-rules', [
            'content' => self::content('Ours', [
                ['name' => 'Badge', 'verdict' => 'certain', 'comparisons' => [['field' => 'custom.badge']]],
            ]),
        ])
            ->assertCreated()
            ->json('id');
        $this->putJson('/api/match-rules/used', ['kind' => 'person', 'set' => $id])->assertOk();
        DB::table('custom_fields')->delete();
        app(StandardsStore::class)->changed();

        self::assertStringContainsString(
            'custom.badge',
            (string) collect($this->getJson('/api/match-rules')->json('sets'))->firstWhere('name', 'Ours')['fault'],
        );
        $this->postJson('/api/duplicates/search');
        self::assertSame('done', $this->getJson('/api/duplicates')->json('search.state'));
    }

    /**
     * @param  list<array<string, mixed>>  $rules
     * @return array<string, mixed>
     */
    private function tried(array $rules, array $signs = [], ?int $intake = null): array
    {
        $id = $this->postJson('/api/match-rules/try', [
            'content' => json_encode(json_decode(self::content('Tried', $rules), true) + ['signs' => $signs]),
            'intake' => $intake,
        ])
            ->assertStatus(202)
            ->json('id');

        return $this->getJson("/api/match-rules/try/{$id}")
            ->assertOk()
            ->json();
    }

    public function test_a_set_is_measured_against_what_people_decided_and_says_which_rule_is_to_blame(): void
    {
        $this->world();
        $people = DB::table('supporters')
            ->orderBy('id')
            ->get(['id', 'display_name', 'first_name'])
            ->all();
        self::assertGreaterThan(3, count($people));
        $this->postJson('/api/duplicates/search');
        $pair = DB::table('duplicate_pairs')->first();
        $this->postJson('/api/merges', ['supporters' => [$pair->one, $pair->other]])->assertCreated();
        // Bo and Zoe share an email; people say that they are two.
        $this->postJson('/api/duplicates/not-the-same', ['supporters' => [2, 5]])->assertOk();

        $good = $this->tried([self::BY_EMAIL])['found'];
        self::assertSame([1, 1, 0], [$good['measured']['same'], $good['measured']['apart'], $good['measured']['wrongly_joined']]);
        self::assertSame(0, $good['measured_in_use']['missed']);

        $blunt = $this->tried(
            [['name' => 'Any email at all', 'verdict' => 'certain', 'comparisons' => [['field' => 'email']]]],
            ['first name' => 'nothing'],
        )['found']['measured'];
        self::assertSame([1, 'Any email at all'], [$blunt['wrongly_joined'], $blunt['rules'][0]['rule']]);
        self::assertSame([2, 5], [$blunt['examples']['wrongly_joined'][0]['one'], $blunt['examples']['wrongly_joined'][0]['other']]);

        $blind = $this->tried([['name' => 'Birth date', 'verdict' => 'certain', 'comparisons' => [['field' => 'birth_date']]]])['found'][
            'measured'
        ];
        self::assertSame([1, [['why' => 'no rule holds', 'count' => 1]]], [$blind['missed'], $blind['kept_apart']]);

        $merge = DB::table('merges')->value('id');
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame(
            0,
            $this->tried([self::BY_EMAIL])['found']['measured']['same'],
            'What was taken apart was no decision that they are one.',
        );
    }

    public function test_a_set_is_tried_on_the_rows_of_an_intake(): void
    {
        $this->world();
        $before = DB::table('supporters')->count();
        $intake = $this->sifted(
            "First name,Last name,Email\nNew,Comer,rob@example.org\nAnother,Comer,comer@example.org\nThird,Comer,comer@example.org\nWrong,,\n",
        );
        $tried = $this->tried(
            [['name' => 'Any email at all', 'verdict' => 'review', 'comparisons' => [['field' => 'email']]]],
            ['first name' => 'nothing'],
            $intake->id,
        );
        $pairs = $tried['found']['examples']['least likely'];

        self::assertContains('row 3 Another Comer', $tried['names']);
        self::assertContains(
            ['row 3 Another Comer', 'row 4 Third Comer'],
            array_map(static fn(array $pair): array => [$tried['names'][$pair['one']], $tried['names'][$pair['other']]], $pairs),
            'Rows are compared with rows.',
        );
        self::assertSame([$before, 'ready'], [DB::table('supporters')->count(), $intake->refresh()->state->value]);
        $this->postJson('/api/match-rules/try', ['content' => self::content('X', [self::BY_EMAIL]), 'intake' => 999])->assertStatus(422);
    }

    public function test_rules_are_taken_over_by_a_job_and_records_keep_the_keys_of_both_meanwhile(): void
    {
        $this->world();
        $keys = static fn(): array => DB::table('match_keys')
            ->orderBy('hash')
            ->orderBy('supporter_id')
            ->get()
            ->map(static fn($key): string => "{$key->hash} {$key->supporter_id}")
            ->all();
        $shipped = $keys();
        $id = $this->postJson('/api/match-rules', [
            'content' => self::content('Ours', [
                [
                    'name' => 'First letters',
                    'verdict' => 'review',
                    'comparisons' => [['field' => 'name.last', 'how' => 'starts', 'characters' => 3]],
                ],
            ]),
        ])->json('id');
        Queue::fake();
        $this->putJson('/api/match-rules/used', ['kind' => 'person', 'set' => $id])->assertOk();
        $of = fn(string $name): array => collect($this->getJson('/api/match-rules')->json('sets'))->firstWhere('name', $name);
        self::assertSame(
            [[true, false], [false, true]],
            [
                [$of('People, by weight')['is_used'], $of('People, by weight')['is_coming']],
                [$of('Ours')['is_used'], $of('Ours')['is_coming']],
            ],
        );
        // Who is written meanwhile is found by the earlier rules as by the coming ones.
        $this->postJson('/api/supporters', [
            'draft' => [
                'kind' => 'person',
                'fields' => ['name.first' => 'Uli', 'name.last' => 'Knot'],
                'emails' => [['address' => 'uli@example.org']],
            ],
        ])->assertCreated();
        self::assertSame([], array_diff($shipped, $keys()));

        app(TakeOver::class)->run();
        self::assertTrue($of('Ours')['is_used']);
        $ours = $keys();
        DB::table('match_keys')->delete();
        app()->forgetScopedInstances();
        app(SearchIndex::class);
        DB::table('search_words')->delete();
        app(SearchIndex::class)->add(app(RecordReader::class)->read(DB::table('supporters')->pluck('id')->all()));
        self::assertSame($keys(), $ours, 'None is missing, and none is left over.');
        $alike = $this->postJson('/api/supporters/check', [
            'draft' => ['kind' => 'person', 'fields' => ['name.first' => 'Uli', 'name.last' => 'Knotter']],
        ])
            ->assertOk()
            ->json('alike');
        self::assertSame(['Uli Knot'], array_column($alike, 'name'), 'A form is compared by them too.');
    }

    public function test_the_form_is_told_what_can_be_compared_and_what_a_strictness_means(): void
    {
        $this->as();
        $fields = array_column($this->getJson('/api/match-rules')->assertOk()->json('fields'), 'label', 'key');
        self::assertSame(['Whole name', 'Any email'], [$fields['name'], $fields['email']]);
        self::assertArrayNotHasKey('gift.amount', $fields);
        $example = fn(int $strictness): array => $this->postJson('/api/match-rules/example', [
            'kind' => 'person',
            'comparison' => ['field' => 'name', 'how' => 'alike', 'strictness' => $strictness],
        ])
            ->assertOk()
            ->json();
        self::assertSame('Katherine Johannsen', $example(100)['counts'][1]);
        self::assertNotSame($example(100)['counts'], $example(70)['counts']);
        foreach ([['field' => 'shoes', 'how' => 'alike'], ['field' => 'name', 'how' => 'alike', 'strictness' => 20], []] as $nonsense) {
            $this->postJson('/api/match-rules/example', ['kind' => 'person', 'comparison' => $nonsense])->assertStatus(422);
        }
    }

    public function test_a_field_that_gets_another_type_is_looked_up_by_it_from_then_on(): void
    {
        $this->as();
        $key = $this->postJson('/api/fields', ['label' => 'Joined', 'type' => 'text'])
            ->assertCreated()
            ->json('key');
        $id = $this->postJson('/api/match-rules', [
            'content' => self::content('Ours', [['name' => 'Joined', 'verdict' => 'review', 'comparisons' => [['field' => $key]]]]),
        ])
            ->assertCreated()
            ->json('id');
        $this->putJson('/api/match-rules/used', ['kind' => 'person', 'set' => $id])->assertOk();
        $this->postJson('/api/supporters', [
            'draft' => ['kind' => 'person', 'fields' => ['name.first' => 'Uli', 'name.last' => 'Knot', $key => '2004-05-03']],
        ])->assertCreated();
        $alike = fn(): array => array_column(
            $this->postJson('/api/supporters/check', [
                'draft' => ['kind' => 'person', 'fields' => ['name.first' => 'Uli', 'name.last' => 'Gull', $key => '2004-05-03']],
            ])
                ->assertOk()
                ->json('alike'),
            'name',
        );
        self::assertSame(['Uli Knot'], $alike());

        $this->postJson("/api/fields/{$key}/type", ['type' => 'date', 'convert' => true])->assertOk();
        app()->forgetScopedInstances();
        self::assertSame(['Uli Knot'], $alike());
        self::assertFalse(app(RuleSets::class)->isOutdated());
    }

    public function test_the_list_of_common_words_is_the_organizations_own(): void
    {
        $this->as();
        Artisan::call('sieve:match-keys');
        $add = fn(string $name): int => (int) $this->postJson('/api/supporters', [
            'draft' => ['kind' => 'organization', 'fields' => ['organization.name' => $name]],
        ])
            ->assertCreated()
            ->json('id');
        $add('Seabird Rescue Trust');
        $alike = fn(string $name): array => array_column(
            $this->postJson('/api/supporters/check', ['draft' => ['kind' => 'organization', 'fields' => ['organization.name' => $name]]])
                ->assertOk()
                ->json('alike'),
            'name',
        );
        self::assertSame([['Seabird Rescue Trust'], []], [$alike('The Seabird Rescue Trust, Inc.'), $alike('Trust Seabird')]);
        self::assertContains('foundation', $this->getJson('/api/match-rules')->json('common_words'));

        // A word of one's own does not count from now on, for those who are there already too.
        $this->putJson('/api/match-rules/words', ['words' => ['The', 'Rescue', 'two words', '']])
            ->assertOk()
            ->assertJson(['common_words' => ['the', 'rescue']]);
        app()->forgetScopedInstances();
        self::assertSame(['Seabird Rescue Trust'], $alike('Trust Seabird'));
        self::assertFalse(app(RuleSets::class)->isOutdated(), 'The keys follow.');
        $this->putJson('/api/match-rules/words', ['words' => null])->assertOk();
        self::assertContains('foundation', $this->getJson('/api/match-rules')->json('common_words'));
        foreach ([[], ['words' => 'the'], ['words' => [['the']]]] as $nonsense) {
            $this->putJson('/api/match-rules/words', $nonsense)->assertStatus(422);
        }
    }
}
