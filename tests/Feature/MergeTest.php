<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** Supporters become one, over HTTP, and are taken apart again. */
final class MergeTest extends TestCase
{
    private const FILE =
        "First name,Last name,Email,Phone,Street,City,State,ZIP,Old ID,Groups,Spouse first name,Spouse last name,Gift date,Amount,Fund\n" .
        "Ann,Lee,ann@example.org,603-555-0143,12 Elm St,Dover,NH,03820,X-1,Choir,Bo,Lee,2020-01-02,10,General fund\n" .
        "Annabel,Lee,a.lee@example.com,,9 Quay Rd,Bath,ME,04530,X-2,Choir; Board,,,2021-03-04,25.50,Boats\n" .
        "Cy,Park,cy@example.org,,,,,,,,,,2022-05-06,7,Boats\n";

    private const TARGETS = [
        'name.first',
        'name.last',
        'email',
        'phone',
        'address.line1',
        'address.city',
        'address.state',
        'address.postal_code',
        'id.old',
        'groups',
        'spouse.name.first',
        'spouse.name.last',
        'gift.date',
        'gift.amount',
        'gift.fund',
    ];

    /** @return array{int, int, int} Ann, Annabel and Cy */
    private function people(): array
    {
        $this->loaded(self::FILE, [], self::TARGETS);
        $id = static fn(string $first): int => (int) DB::table('supporters')->where('first_name', $first)->value('id');

        return [$id('Ann'), $id('Annabel'), $id('Cy')];
    }

    public function test_two_become_one_and_are_taken_apart_as_they_were(): void
    {
        [$ann, $annabel] = $this->people();
        $this->postJson("/api/supporters/{$annabel}/gifts", [
            'values' => ['gift.date' => '2023-01-01', 'gift.amount' => '1.00'],
        ])->assertStatus(201);
        $before = $this->records();
        $preview = $this->postJson('/api/merges/preview', ['supporters' => [$ann, $annabel], 'survivor' => $ann])
            ->assertOk()
            ->json();
        self::assertSame($this->records(), $before, 'A preview writes nothing.');
        self::assertSame([$ann, ['count' => 3, 'given' => ['USD' => '36.50']]], [$preview['survivor'], $preview['gifts']]);
        self::assertSame(
            ['Ann', true],
            [
                array_column($preview['fields'], 'merged', 'column')['first_name'],
                array_column($preview['fields'], 'differs', 'column')['first_name'],
            ],
        );
        // Each field that shows a rule takes one.
        foreach (array_column(array_filter($preview['fields'], static fn(array $field): bool => $field['has_rule']), 'column') as $column) {
            $this->postJson('/api/merges/preview', [
                'supporters' => array_column($preview['candidates'], 'id'),
                'policy' => ['fields' => [$column => 'longest']],
            ])->assertOk();
        }

        $merge = $this->postJson('/api/merges', [
            'supporters' => [$annabel, $ann],
            'survivor' => $ann,
            'typed' => ['first_name' => 'Annabel', 'birth_date' => '1970-02-03'],
        ])
            ->assertCreated()
            ->json();
        $page = $this->getJson("/api/supporters/{$ann}")
            ->assertOk()
            ->json();
        self::assertSame(
            ['Annabel Lee', '1970-02-03', 3, '36.50', ['Board', 'Choir'], 2, 2],
            [
                $page['supporter']['display_name'],
                $page['supporter']['birth_date'],
                $page['gift_count'],
                $page['gift_sums']['given']['USD'],
                collect($page['groups'])->sort()->values()->all(),
                count($page['emails']),
                count($page['addresses']),
            ],
        );
        self::assertSame([['id' => $annabel, 'name' => 'Annabel Lee']], $page['merges'][0]['gone']);
        $gift = DB::table('gifts')->where('amount', '25.50')->first();
        self::assertSame(
            [3, 'loaded'],
            [$page['origins']["gift:{$gift->id}:amount"]['row'], 'loaded'],
            'A gift that moved still knows its row.',
        );
        self::assertNotNull($gift->intake_id);
        $this->getJson("/api/supporters/{$annabel}")
            ->assertStatus(404)
            ->assertJson(['merged_into' => $ann]);
        self::assertSame([$ann], array_column($this->getJson('/api/supporters?q=a.lee@example.com')->json('supporters'), 'id'));
        self::assertContains('merge', array_column($this->getJson("/api/supporters/{$ann}/history")->json('entries'), 'cause'));
        self::assertStringContainsString('Merged Annabel Lee', (string) DB::table('audit')->where('kind', 'merge')->value('what'));

        $this->postJson("/api/merges/{$merge['id']}/apart")
            ->assertOk()
            ->assertJson(['kept' => []]);
        self::assertSame($before, $this->records());
        self::assertSame(
            ['Ann Lee', 'Annabel Lee'],
            [
                DB::table('supporters')->where('id', $ann)->value('display_name'),
                $this->getJson("/api/supporters/{$annabel}")->json('supporter.display_name'),
            ],
        );
        self::assertSame(3, $this->getJson("/api/supporters/{$annabel}")->json("origins.gift:{$gift->id}:amount.row"));
        $this->postJson("/api/merges/{$merge['id']}/apart")
            ->assertStatus(422)
            ->assertJson(['message' => 'They were taken apart already.']);
    }

    public function test_others_are_linked_to_the_one_who_stays(): void
    {
        [$ann, , $cy] = $this->people();
        $spouse = (int) DB::table('supporters')->where('first_name', 'Bo')->value('id');
        $this->postJson('/api/merges', ['supporters' => [$spouse, $cy], 'survivor' => $cy])->assertCreated();

        self::assertSame([$cy], DB::table('links')->where('supporter_id', $ann)->where('kind', 'spouse')->pluck('other_id')->all());
        self::assertSame(0, DB::table('links')->where('other_id', $spouse)->orWhere('supporter_id', $spouse)->count());
        self::assertSame(2, DB::table('links')->where('kind', 'member')->count(), 'Cy is a member of the household in the other\'s stead.');
    }

    public function test_a_couple_that_becomes_one_is_not_linked_to_itself(): void
    {
        [$ann] = $this->people();
        $spouse = (int) DB::table('supporters')->where('first_name', 'Bo')->value('id');
        $before = $this->records();
        $merge = $this->postJson('/api/merges', ['supporters' => [$ann, $spouse], 'survivor' => $spouse])
            ->assertCreated()
            ->json('id');

        self::assertSame(0, DB::table('links')->whereColumn('supporter_id', 'other_id')->count());
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame($before, $this->records());
    }

    public function test_one_who_brings_nothing_new_comes_back_all_the_same(): void
    {
        [$ann] = $this->people();
        $double = $this->byHand('Ann', 'Lee', 'ANN@example.org');
        $before = $this->records();
        $merge = $this->postJson('/api/merges', ['supporters' => [$ann, $double], 'survivor' => $ann])
            ->assertCreated()
            ->json('id');

        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame($before, $this->records());
    }

    public function test_what_came_since_is_divided_as_the_person_says(): void
    {
        [$ann, $annabel] = $this->people();
        $merge = $this->postJson('/api/merges', ['supporters' => [$ann, $annabel], 'survivor' => $ann])->json('id');
        foreach (['100.00', '200.00'] as $amount) {
            $this->postJson("/api/supporters/{$ann}/gifts", [
                'values' => ['gift.date' => '2024-01-01', 'gift.amount' => $amount],
            ])->assertStatus(201);
        }
        $since = $this->getJson("/api/merges/{$merge}")
            ->assertOk()
            ->json('since');
        self::assertSame(['gift of USD 100.00 on 2024-01-01', 'gift of USD 200.00 on 2024-01-01'], array_column($since, 'text'));
        $this->postJson("/api/merges/{$merge}/apart", ['given' => ['gift:1' => $annabel]])->assertStatus(422);
        self::assertNull(DB::table('supporters')->where('id', $annabel)->value('id'), 'What is refused changes nothing.');
        $this->postJson("/api/merges/{$merge}/apart", ['given' => [$since[1]['thing'] => $annabel]])->assertOk();

        self::assertSame(
            ['110.00', '225.50'],
            [
                DB::table('gifts')->where('supporter_id', $ann)->sum('amount'),
                DB::table('gifts')->where('supporter_id', $annabel)->sum('amount'),
            ],
        );
    }

    public function test_one_who_was_merged_further_is_taken_apart_from_the_last(): void
    {
        [$ann, $annabel, $cy] = $this->people();
        $before = $this->records();
        $first = $this->postJson('/api/merges', ['supporters' => [$ann, $annabel], 'survivor' => $annabel])->json('id');
        $second = $this->postJson('/api/merges', ['supporters' => [$annabel, $cy], 'survivor' => $cy])->json('id');
        self::assertSame(2, $this->getJson("/api/supporters/{$cy}")->json('origins.gift:1:amount.row'), 'Through both.');

        $this->postJson("/api/merges/{$first}/apart")
            ->assertStatus(422)
            ->assertJsonFragment([
                'message' =>
                    'The supporter that they were merged into is no longer there. It may have been merged further: take that apart first.',
            ]);
        $this->postJson("/api/merges/{$second}/apart")->assertOk();
        $this->postJson("/api/merges/{$first}/apart")->assertOk();
        self::assertSame($before, $this->records());
    }

    public function test_three_at_once_by_a_policy_that_is_kept(): void
    {
        [$ann, $annabel, $cy] = $this->people();
        $policy = ['survivor' => 'most recent gift', 'usual' => 'longest'];
        $this->postJson('/api/merge-policies', ['name' => 'Ours', 'policy' => $policy])->assertCreated();
        $kept = $this->getJson('/api/merge-policies')->json('policies.0.policy');
        $merged = $this->postJson('/api/merges', ['supporters' => [$ann, $annabel, $cy], 'policy' => $kept])
            ->assertCreated()
            ->json();

        self::assertSame(
            [$cy, 'Annabel Park', 3],
            [$merged['survivor'], $merged['name'], DB::table('gifts')->where('supporter_id', $cy)->count()],
        );
        $this->postJson('/api/merge-policies', ['name' => 'Ours', 'policy' => ['usual' => 'prettiest']])->assertStatus(422);
        self::assertSame(
            [200, ' / '],
            [
                $this->postJson('/api/merge-policies', ['name' => 'Ours', 'policy' => ['separator' => ' / ']])->getStatusCode(),
                $this->getJson('/api/merge-policies')->json('policies.0.policy.separator'),
            ],
        );
        $this->deleteJson('/api/merge-policies/' . $this->getJson('/api/merge-policies')->json('policies.0.id'))->assertOk();
        self::assertSame([], $this->getJson('/api/merge-policies')->json('policies'));
    }

    public function test_the_organizations_rules_hold_for_the_one_that_they_become(): void
    {
        [$ann, $annabel] = $this->people();
        $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'name.last', 'strength' => 'must'])->assertCreated();

        $this->postJson('/api/merges', ['supporters' => [$ann, $annabel], 'typed' => ['last_name' => '']])
            ->assertStatus(422)
            ->assertJsonFragment(['message' => 'Last name is required. Choose the value that fulfils it.']);
        $this->postJson('/api/merges', ['supporters' => [$ann, $annabel], 'typed' => ['birth_date' => '31/31/1970']])->assertStatus(422);
        $this->postJson('/api/merges', ['supporters' => [$ann, $annabel], 'typed' => ['shoe' => '7']])->assertStatus(422);
        self::assertSame(0, DB::table('merges')->count());
    }

    public function test_who_stays_may_be_the_one_already_there_or_the_incoming_one(): void
    {
        [$ann, , $cy] = $this->people();
        $this->loaded("First name,Last name\nAnneliese,Leeward\n", [], ['name.first', 'name.last']);
        $later = (int) DB::table('supporters')->where('first_name', 'Anneliese')->value('id');
        $typed = $this->postJson('/api/supporters', [
            'draft' => ['kind' => 'person', 'fields' => ['name.first' => 'Anni', 'name.last' => 'Leigh']],
        ])
            ->assertCreated()
            ->json('id');
        $stays = fn(array $supporters, string $rule): int => $this->postJson('/api/merges/preview', [
            'supporters' => $supporters,
            'policy' => ['survivor' => $rule],
        ])
            ->assertOk()
            ->json('survivor');

        self::assertSame([$ann, $later], [$stays([$later, $ann], 'one already in the database'), $stays([$ann, $later], 'incoming one')]);
        self::assertSame(
            [$typed, $later],
            [$stays([$later, $typed, $ann], 'one already in the database'), $stays([$ann, $typed, $later], 'incoming one')],
            'Who was typed came in no file.',
        );

        // What an undo brought back is still whom its file brought.
        $intake = (int) DB::table('intakes')->max('id');
        $this->postJson("/api/intakes/{$intake}/undo")->assertOk();
        $this->postJson("/api/intakes/{$intake}/redo")->assertOk();
        self::assertSame($later, $stays([$cy, $later], 'incoming one'));
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function unusable(): iterable
    {
        yield 'nobody' => [[]];
        yield 'one' => [['supporters' => [1]]];
        yield 'oneself' => [['supporters' => [1, 1]]];
        yield 'a stranger' => [['supporters' => [1, 99999]]];
        yield 'a text' => [['supporters' => 'all']];
        yield 'someone else stays' => [['supporters' => [1, 2], 'survivor' => 3]];
        yield 'too many' => [['supporters' => range(1, 21)]];
        yield 'a policy that is none' => [['supporters' => [1, 2], 'policy' => ['survivor' => 'tallest']]];
    }

    /** @param  array<string, mixed>  $asked */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_merged_is_refused_in_words(array $asked): void
    {
        $this->people();
        $before = $this->records();
        foreach (['/api/merges/preview', '/api/merges'] as $path) {
            self::assertNotSame('', $this->postJson($path, $asked)->assertStatus(422)->json('message'));
        }
        self::assertSame($before, $this->records());
    }

    public function test_an_intake_that_was_planned_before_the_merge_loads_to_the_survivor(): void
    {
        [$ann, $annabel] = $this->people();
        $waiting = $this->sifted(
            "First name,Last name,Email,Gift date,Amount\nAnn,Lee,ann@example.org,2024-01-01,3\n",
            [],
            ['name.first', 'name.last', 'email', 'gift.date', 'gift.amount'],
        );
        self::assertSame($ann, (int) DB::table('intake_results')->where('intake_id', $waiting->id)->value('supporter_id'));
        $this->postJson('/api/merges', [
            'supporters' => [$ann, $annabel],
            'survivor' => $annabel,
            'typed' => ['first_name' => 'Ann'],
        ])->assertCreated();
        $this->postJson("/api/intakes/{$waiting->id}/load", ['name' => 'Later'])->assertOk();
        if ($this->getJson("/api/intakes/{$waiting->id}")->json('state') !== 'loaded') {
            // What was planned for someone who is gone is planned again and shown before it is loaded.
            $this->postJson("/api/intakes/{$waiting->id}/load", ['name' => 'Later'])->assertOk();
        }

        self::assertSame($annabel, (int) DB::table('gifts')->where('amount', '3.00')->value('supporter_id'));
        self::assertTrue($this->getJson("/api/intakes/{$waiting->id}/proof")->json('balanced'));
    }

    public function test_who_may_not_see_every_field_does_not_merge(): void
    {
        [$ann, $annabel] = $this->people();
        $this->patchJson('/api/fields/email', ['see' => ['roles' => ['administrator']]])->assertOk();

        $this->postJson('/api/merges', ['supporters' => [$ann, $annabel]])->assertStatus(403);
        $this->as(Role::Administrator)
            ->postJson('/api/merges', ['supporters' => [$ann, $annabel]])
            ->assertCreated();
    }

    public function test_an_undo_leaves_alone_what_was_merged_and_says_so(): void
    {
        [$ann, $annabel] = $this->people();
        $intake = (int) DB::table('intakes')->value('id');
        $this->postJson('/api/merges', ['supporters' => [$ann, $annabel], 'survivor' => $ann])->assertCreated();
        $this->postJson("/api/intakes/{$intake}/undo")->assertOk();

        self::assertSame(
            0,
            DB::table('gifts')
                ->whereNotIn('supporter_id', DB::table('supporters')->select('id'))
                ->count(),
            'No gift is left without its supporter.',
        );
        self::assertNotSame('0.00', (string) DB::table('gifts')->sum('amount'));
    }

    public function test_an_undo_says_who_became_part_of_another_and_the_intake_leads_on_to_whom(): void
    {
        $first = $this->loaded("First name,Last name,Email\nAnn,Lee,ann@example.org\n");
        $second = $this->loaded(
            "First name,Last name,Email,Gift date,Amount\nAnna,Leigh,anna@example.org,2024-01-02,5\nBo,Park,bo@example.org,2024-01-03,7\n",
        );
        $third = $this->loaded("First name,Last name,Email\nCy,Dahl,cy@example.org\n");
        [$ann, $anna, $bo, $cy] = DB::table('supporters')->orderBy('id')->pluck('id')->all();
        $this->postJson('/api/merges', ['supporters' => [$ann, $anna], 'survivor' => $ann])->assertCreated();
        $merge = $this->postJson('/api/merges', ['supporters' => [$cy, $ann], 'survivor' => $cy])
            ->assertCreated()
            ->json('id');

        $touched = fn(int $intake): array => array_column(
            $this->getJson("/api/supporters?intake={$intake}")
                ->assertOk()
                ->json('supporters'),
            'id',
        );
        self::assertEqualsCanonicalizing([$cy, $bo], $touched($second->id), 'Anna is a part of Ann, who is a part of Cy.');
        self::assertSame([$cy], $touched($first->id));

        $undo = $this->getJson("/api/intakes/{$second->id}/undo")
            ->assertOk()
            ->json();
        self::assertSame(
            [1, [[$anna, "It is a part of supporter {$cy} by now. Take them apart first; then it can be taken back."]]],
            [
                $undo['supporters']['removed'],
                array_map(static fn(array $kept): array => [$kept['supporter'], $kept['reason']], $undo['kept']),
            ],
        );
        $this->postJson("/api/intakes/{$second->id}/undo")->assertOk();
        self::assertSame(
            ['5.00', 0],
            [DB::table('gifts')->where('supporter_id', $cy)->sum('amount'), DB::table('supporters')->where('id', $bo)->count()],
            'What was merged stays whole.',
        );
    }
}
