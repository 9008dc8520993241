<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Accounts\User;
use App\Duplicates\FindDuplicates;
use App\Duplicates\SearchSchedule;
use App\Merging\DecideRound;
use App\Merging\DuplicateRound;
use App\Merging\PairGroups;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;

/** Supporters of the database that may be one. */
final class DuplicatesTest extends TestCase
{
    private const FILE =
        "First name,Last name,Email,Phone,Old ID\n" .
        "Robert,Gullwing,rob@example.org,603-555-0143,A-1\n" .
        "Marta,Quill,marta@example.org,,A-2\n" .
        "Zoe,Park,zoe@example.org,,A-3\n" .
        "Cy,Dahl,cy@example.org,,A-4\n";

    private function world(): void
    {
        $this->loaded(self::FILE, [], ['name.first', 'name.last', 'email', 'phone', 'id.old']);
        foreach (
            [['Bob', 'Gullwing', 'rob@example.org'], ['Marta', 'Quill', 'marta.quill@example.com'], ['Bob', 'Gullwing', 'bob@example.com']]
            as [$first, $last, $email]
        ) {
            $this->byHand($first, $last, $email);
        }
    }

    /** @return array<string, mixed> */
    private function found(string $certainty = ''): array
    {
        return $this->getJson("/api/duplicates?show={$certainty}")
            ->assertOk()
            ->json();
    }

    public function test_the_whole_database_is_searched_and_clusters_are_listed(): void
    {
        $this->world();
        self::assertSame([[], null], [$this->found()['clusters'], $this->found()['search']]);
        self::assertNull($this->getJson('/api/today')->json('duplicates'));
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $found = $this->found();

        self::assertSame(['done', 7, 7], [$found['search']['state'], $found['search']['done'], $found['search']['total']]);
        self::assertSame(
            [['certain', [1, 5, 7]], ['review', [2, 6]]],
            array_map(
                static fn(array $cluster): array => [$cluster['certainty'], array_column($cluster['members'], 'id')],
                $found['clusters'],
            ),
        );
        self::assertSame(['certain' => 1, 'review' => 1, 'homes' => 0], $found['counts']);
        self::assertSame([0, 2, 50], [$found['before'], $found['total'], $this->getJson('/api/duplicates?page=2')->json('before')]);
        self::assertSame(2, $this->getJson('/api/today')->json('duplicates'));
        self::assertSame([[2]], array_map(static fn(array $cluster): array => [$cluster['cluster']], $this->found('review')['clusters']));
        self::assertSame([], glob(storage_path('app/private/duplicates-*')) ?: [], 'Nothing is left of what it worked with.');
    }

    public function test_what_is_not_the_same_is_remembered_and_can_be_withdrawn(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $this->postJson('/api/duplicates/not-the-same', ['supporters' => [6, 2]])
            ->assertOk()
            ->assertJson(['counts' => ['review' => 0]]);
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        self::assertSame([1], array_column($this->found()['clusters'], 'cluster'), 'The next search does not bring it back.');

        $said = $this->getJson('/api/duplicates/not-the-same')->json('decisions');
        self::assertSame([2, 6, 'Marta Quill', 'Data steward'], [$said[0]['one'], $said[0]['other'], $said[0]['one_name'], $said[0]['by']]);
        $this->deleteJson('/api/duplicates/not-the-same/6/2')->assertOk();
        $this->deleteJson('/api/duplicates/not-the-same/6/2')->assertStatus(404);
        self::assertSame([1, 2], array_column($this->found()['clusters'], 'cluster'), 'They are found again at once.');
    }

    public function test_what_was_said_of_someone_holds_for_the_one_that_he_became_part_of(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $this->postJson('/api/duplicates/not-the-same', ['supporters' => [5, 7]])->assertOk();
        $said = static fn(): array => DB::table('pair_decisions')
            ->orderBy('one')
            ->get(['one', 'other'])
            ->map(static fn(\stdClass $pair): array => [$pair->one, $pair->other])
            ->all();
        $merge = $this->postJson('/api/merges', ['supporters' => [1, 5], 'survivor' => 1])
            ->assertCreated()
            ->json('id');

        self::assertSame([[1, 7], [5, 7]], $said());
        self::assertSame([[2, 6]], $this->clusters(), 'Number 7 is not asked about again.');
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        self::assertSame([[2, 6]], $this->clusters());
        self::assertSame(
            [[1, 7]],
            array_map(
                static fn(array $one): array => [$one['one'], $one['other']],
                $this->getJson('/api/duplicates/not-the-same')->json('decisions'),
            ),
            'It can be looked up and withdrawn.',
        );

        // Taken apart, each is asked about as before; and one who is merged with the other all the same inherits nothing about himself.
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame([[5, 7]], $said());
        self::assertContains([1, 5, 7], $this->clusters());
        $this->postJson('/api/merges', ['supporters' => [5, 7], 'survivor' => 7])->assertCreated();
        self::assertSame([[5, 7]], $said());
    }

    public function test_whoever_comes_in_may_make_others_doubtful(): void
    {
        $this->as();
        $robert = fn(string $suffix = ''): int => $this->postJson('/api/supporters', [
            'draft' => [
                'kind' => 'person',
                'fields' => ['name.first' => 'Robert', 'name.last' => 'Quillfeather', 'name.suffix' => $suffix],
                'addresses' => [
                    [
                        'ref' => 'new1',
                        'line1' => '12 Elm St',
                        'city' => 'Dover',
                        'state' => 'NH',
                        'postal_code' => '03820',
                        'country' => 'US',
                    ],
                ],
            ],
        ])
            ->assertCreated()
            ->json('id');
        [$one, $other] = [$robert(), $robert()];
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        self::assertSame(['certain' => 1, 'review' => 0, 'homes' => 0], $this->found()['counts']);

        // The son is typed: nobody can tell any more whether the two are the father.
        $son = $robert('Jr.');
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);
        self::assertSame([[$one, $other, $son]], $this->clusters());
        self::assertSame(['certain' => 0, 'review' => 1, 'homes' => 0], $this->found()['counts']);
        $reasons = collect(
            $this->postJson('/api/merges/preview', ['supporters' => [$one, $other, $son]])
                ->assertOk()
                ->json('reasons'),
        );
        self::assertSame(['review', 'review'], $reasons->pluck('verdict')->all());
        self::assertStringContainsString(
            'Another of this name is as near: Only one is Jr.',
            json_encode($reasons->firstWhere('other', $other)['against'], JSON_THROW_ON_ERROR),
        );
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        self::assertSame(['certain' => 0, 'review' => 1, 'homes' => 0], $this->found()['counts'], 'A search among all says the same.');
    }

    public function test_a_cluster_is_split_where_one_is_not_the_same(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search');
        $this->postJson('/api/duplicates/not-the-same', ['supporters' => [1, 7]])->assertOk();
        $this->postJson('/api/duplicates/not-the-same', ['supporters' => [1, 5]])->assertOk();

        self::assertSame(
            [[2, 6], [5, 7]],
            array_map(
                static fn(array $cluster): array => array_column($cluster['members'], 'id'),
                collect($this->found()['clusters'])->sortBy('cluster')->values()->all(),
            ),
        );
        self::assertSame([2, 5], array_column(collect($this->found()['clusters'])->sortBy('cluster')->values()->all(), 'cluster'));
    }

    public function test_who_was_merged_is_no_longer_among_them(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search');
        $merge = $this->postJson('/api/merges', ['supporters' => [1, 5], 'survivor' => 5])
            ->assertCreated()
            ->json('id');
        self::assertSame(['certain' => 0, 'review' => 2, 'homes' => 0], $this->found()['counts']);
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame(
            ['certain' => 1, 'review' => 1, 'homes' => 0],
            $this->found()['counts'],
            'Taken apart, they are to be looked at again.',
        );
        $this->postJson('/api/merges', ['supporters' => [1, 5], 'survivor' => 5])->assertCreated();
        self::assertSame(
            [[2, 6], [5, 7]],
            array_map(static fn(array $cluster): array => array_column($cluster['members'], 'id'), $this->found('review')['clusters']),
        );
        $this->postJson('/api/merges', ['supporters' => [5, 7], 'survivor' => 5])->assertCreated();

        self::assertSame(
            [[2, 6]],
            array_map(static fn(array $cluster): array => array_column($cluster['members'], 'id'), $this->found()['clusters']),
        );
    }

    public function test_who_is_gone_by_an_undo_is_off_the_list(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search');
        $this->postJson('/api/intakes/' . DB::table('intakes')->value('id') . '/undo')->assertOk();

        self::assertSame(
            [[5, 7]],
            array_map(static fn(array $cluster): array => array_column($cluster['members'], 'id'), $this->found()['clusters']),
            'Those who were typed stay, and the two of them still hang together.',
        );
    }

    public function test_one_search_at_a_time_and_one_that_broke_off_begins_again(): void
    {
        $this->world();
        DB::table('duplicate_searches')->insert(['id' => 7, 'state' => 'searching', 'done' => 3, 'created_at' => now()]);
        $this->postJson('/api/duplicates/search')->assertStatus(409);
        FindDuplicates::dispatchSync(7);

        self::assertSame(['done', 7], [$this->found()['search']['state'], $this->found()['search']['done']]);
        $this->postJson('/api/duplicates/search')->assertStatus(202);
    }

    public function test_bad_input_is_refused(): void
    {
        $this->world();
        foreach ([[], ['supporters' => [1]], ['supporters' => [1, 1]], ['supporters' => [1, 999]], ['supporters' => 'all']] as $asked) {
            $this->postJson('/api/duplicates/not-the-same', $asked)->assertStatus(422);
        }
        $this->getJson('/api/duplicates?show=maybe')->assertStatus(422);
        self::assertSame(0, DB::table('pair_decisions')->count());
    }

    public function test_the_certain_ones_are_merged_at_once_after_a_look_at_some(): void
    {
        $this->world();
        $this->byHand('Zoe', 'Park', 'ZOE@example.org');
        $this->postJson('/api/duplicates/search');
        $sample = $this->getJson('/api/duplicates/certain')->assertOk()->json();

        // Robert is Bob by his email, and Bob has a namesake: a person must look at the three.
        self::assertSame(
            [1, [[3, 8]]],
            [$sample['total'], array_map(static fn(array $one): array => array_column($one['members'], 'id'), $sample['sample'])],
        );
        self::assertStringStartsWith('Same email, which 2 of ', $sample['sample'][0]['for'][0]);
        $this->postJson('/api/duplicates/certain', ['total' => 5])->assertStatus(409);
        $this->postJson('/api/duplicates/certain', [])->assertStatus(422);
        $this->postJson('/api/duplicates/certain', ['total' => 1])->assertStatus(202);

        self::assertSame([['id' => 8, 'name' => 'Zoe Park']], json_decode((string) DB::table('merges')->value('gone'), true));
        self::assertSame(1, DB::table('merges')->count());
        self::assertSame(['certain' => 1, 'review' => 1, 'homes' => 0], $this->found()['counts']);
        self::assertStringContainsString(
            'One cluster of certain duplicates is merged.',
            (string) DB::table('messages')->orderByDesc('id')->value('text'),
        );
    }

    public function test_those_that_are_alike_for_one_reason_are_decided_as_one_and_taken_back_as_one(): void
    {
        $this->useSet('People');
        foreach (['Quackenbush', 'Ottoline', 'Zander'] as $last) {
            $this->add('Ulla', $last, strtolower($last) . '@example.org');
            $this->add('Ulla', $last, strtolower($last) . '@example.com');
        }
        $this->postJson('/api/duplicates/search');
        $groups = fn(): array => $this->getJson('/api/duplicates/groups')->assertOk()->json('groups');
        [$group] = $groups();
        self::assertSame(
            ['Same name; but another email, nothing but the name agrees', 3, ['Ulla Quackenbush', 'Ulla Quackenbush']],
            [$group['why'], $group['clusters'], array_column(collect($group['sample'])->firstWhere('0.name', 'Ulla Quackenbush'), 'name')],
        );
        $decide = fn(string $to, int $total, string $why): TestResponse => $this->postJson('/api/duplicates/groups', [
            'why' => $why,
            'to' => $to,
            'total' => $total,
        ]);
        $decide('same', 2, $group['why'])->assertStatus(409);
        $decide('same', 3, 'No such reason')->assertStatus(409);
        $decide('perhaps', 3, $group['why'])->assertStatus(422);

        // Someone looks at one of them just now: that one is left to her.
        DB::table('duplicate_claims')->insert([
            'cluster' => DB::table('duplicate_pairs')->min('cluster'),
            'user_id' => User::query()->create([
                'name' => 'Other',
                'email' => 'other@example.org',
                'password' => 'x',
                'role' => Role::DataSteward,
            ])->id,
            'until' => now()->addMinute(),
        ]);
        $decide('same', 3, $group['why'])->assertStatus(202);
        $round = $this->getJson('/api/duplicates/groups')->json('round');
        self::assertSame(['done', 2, 1, 4], [$round['state'], $round['decided'], $round['kept'], DB::table('supporters')->count()]);
        $this->postJson("/api/duplicates/rounds/{$round['id']}/take-back")->assertStatus(202);
        self::assertSame(
            ['taken back', 0, 6, 3],
            [
                $this->getJson('/api/duplicates/groups')->json('round.state'),
                $this->getJson('/api/duplicates/groups')->json('round.decided'),
                DB::table('supporters')->count(),
                $groups()[0]['clusters'],
            ],
        );
        $this->postJson("/api/duplicates/rounds/{$round['id']}/take-back")->assertStatus(409);

        DB::table('duplicate_claims')->delete();
        $decide('apart', 3, $group['why'])->assertStatus(202);
        self::assertSame([[], 3], [$groups(), DB::table('pair_decisions')->count()]);
        $this->postJson(
            '/api/duplicates/rounds/' . $this->getJson('/api/duplicates/groups')->json('round.id') . '/take-back',
        )->assertStatus(202);
        self::assertSame([3, 0], [$groups()[0]['clusters'], DB::table('pair_decisions')->count()]);

        // Whoever changes his mind while it goes on stops it.
        $round = DuplicateRound::query()
            ->create(['why' => $group['why'], 'is_same' => true, 'state' => 'taking back', 'total' => 3, 'at' => now()])
            ->refresh();
        $round->state = 'working';
        self::assertFalse(app(PairGroups::class)->decide($round, 5.0));
        self::assertSame([3, 0], [$groups()[0]['clusters'], $round->decided]);
        $decide('same', 3, $group['why'])->assertStatus(409);
        (new DecideRound($round->id))->failed();
        $decide('same', 3, $group['why'])->assertStatus(202);
    }

    public function test_the_certain_ones_are_merged_by_a_policy(): void
    {
        $this->world();
        $later = $this->add('Zoe', 'Park', 'zoe@example.org');
        $this->postJson('/api/duplicates/search');
        $this->postJson('/api/duplicates/certain', ['total' => 1, 'policy' => ['survivor' => 'youngest']])->assertStatus(422);
        $this->postJson('/api/duplicates/certain', ['total' => 1, 'policy' => ['survivor' => 'one already in the database']])->assertStatus(
            202,
        );

        self::assertSame($later, DB::table('merges')->value('survivor_id'), 'The other one came in a file.');
    }

    public function test_the_certain_ones_that_someone_else_has_open_are_left_to_them(): void
    {
        $this->world();
        $this->add('Zoe', 'Park', 'zoe@example.org');
        $this->add('Cy', 'Dahl', 'cy@example.org');
        $this->postJson('/api/duplicates/search');
        $me = auth()->user();
        $this->as(Role::Administrator)
            ->postJson('/api/duplicates/claim', ['cluster' => 3])
            ->assertOk();
        self::assertNotNull($me);
        $this->actingAs($me)
            ->postJson('/api/duplicates/certain', ['total' => 2])
            ->assertStatus(202);

        self::assertSame([['id' => 9, 'name' => 'Cy Dahl']], json_decode((string) DB::table('merges')->sole()->gone, true));
        self::assertStringContainsString(
            'One cluster of certain duplicates is merged; 1 could not be, and wait for someone.',
            (string) DB::table('messages')->orderByDesc('id')->value('text'),
        );
        self::assertContains([3, 8], $this->clusters());
    }

    /** @return list<list<int>> */
    private function clusters(): array
    {
        return array_map(static fn(array $cluster): array => array_column($cluster['members'], 'id'), $this->found()['clusters']);
    }

    private function add(string $first, string $last, string $email): int
    {
        return (int) $this->postJson('/api/supporters', [
            'draft' => [
                'kind' => 'person',
                'fields' => ['name.first' => $first, 'name.last' => $last],
                'emails' => [['address' => $email]],
            ],
        ])
            ->assertCreated()
            ->json('id');
    }

    public function test_only_what_is_new_or_changed_since_is_searched(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);
        self::assertSame(7, $this->found()['search']['done'], 'Where nothing was searched before, everyone is.');
        $before = $this->clusters();
        $new = $this->add('Zoe', 'Park', 'zoe@example.org');
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);

        self::assertSame(1, $this->found()['search']['done']);
        self::assertEqualsCanonicalizing([...$before, [3, $new]], $this->clusters());
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);
        self::assertSame([0, 3], [$this->found()['search']['done'], count($this->clusters())]);
        $searched = $this->clusters();
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        self::assertEqualsCanonicalizing($searched, $this->clusters(), 'The whole database says the same.');
    }

    public function test_what_was_found_of_someone_who_changed_goes(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $form = $this->getJson('/api/supporters/6/form')->json();
        $this->putJson('/api/supporters/6/form', [
            'draft' => [...$form['draft'], 'fields' => [...$form['draft']['fields'], 'name.first' => 'Ulrike', 'name.last' => 'Sandpiper']],
            'base' => $form['draft'],
        ])->assertOk();
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);

        self::assertSame([[1, 5, 7]], $this->clusters());
    }

    public function test_other_rules_make_the_next_search_go_through_everyone(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $this->travel(1)->minutes();
        $id = $this->postJson('/api/match-rules', [
            'content' => json_encode([
                'name' => 'Ours',
                'kind' => 'person',
                'rules' => [['name' => 'Last name', 'verdict' => 'review', 'comparisons' => [['field' => 'name.last']]]],
            ]),
        ])
            ->assertCreated()
            ->json('id');
        $this->putJson('/api/match-rules/used', ['kind' => 'person', 'set' => $id])->assertOk();
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);

        self::assertSame(7, $this->found()['search']['done']);
    }

    public function test_a_part_of_the_database_is_searched_against_all_of_it(): void
    {
        $this->world();
        $search = $this->postJson('/api/searches', ['name' => 'Martas', 'query' => ['q' => 'marta@example.org']])->json('id');
        $this->postJson('/api/duplicates/search', ['kind' => 'search', 'search' => $search])->assertStatus(202);
        self::assertSame([1, [[2, 6]]], [$this->found()['search']['done'], $this->clusters()]);
        $this->postJson('/api/duplicates/search', ['kind' => 'ids', 'ids' => [5, 999]])->assertStatus(202);
        self::assertEqualsCanonicalizing([[2, 6], [1, 5, 7]], $this->clusters(), 'What was found of the others stays.');
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);
        self::assertSame(7, $this->found()['search']['done'], 'A part says nothing of the rest.');
        foreach (
            [['kind' => 'moon'], ['kind' => 'group'], ['kind' => 'search', 'search' => 99], ['kind' => 'ids', 'ids' => []]]
            as $nonsense
        ) {
            $this->postJson('/api/duplicates/search', $nonsense)->assertStatus(422);
        }
    }

    public function test_searches_begin_by_themselves_once_a_night(): void
    {
        $this->world();
        $run = static fn(string $at) => [Carbon::setTestNow($at), app(SearchSchedule::class)->run()];
        $searches = static fn(): int => DB::table('duplicate_searches')->count();
        $run('2026-11-24 04:00');
        self::assertSame(0, $searches(), 'Nobody has asked for it.');
        $this->putJson('/api/duplicates/schedule', ['every' => 'day'])->assertOk();
        $this->putJson('/api/duplicates/schedule', ['every' => 'hour'])->assertStatus(422);
        self::assertSame('day', $this->found()['schedule']);
        $counts = [];
        foreach (['2026-11-25 01:00', '2026-11-25 03:10', '2026-11-25 03:20', '2026-11-26 02:59', '2026-11-26 03:00'] as $at) {
            $run($at);
            $counts[] = $searches();
        }
        Carbon::setTestNow();

        self::assertSame([0, 1, 1, 1, 2], $counts);
    }

    public function test_two_do_not_look_at_the_same_cluster(): void
    {
        $this->world();
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $claim = fn(int $cluster): ?string => $this->postJson('/api/duplicates/claim', ['cluster' => $cluster])
            ->assertOk()
            ->json('looked_at_by');
        self::assertNull($claim(1));
        $this->actingAs(
            User::query()->create([
                'name' => 'Other',
                'email' => 'other@example.org',
                'password' => 'x',
                'role' => Role::DataSteward,
            ]),
        );
        self::assertSame('Data steward', $claim(1));
        self::assertSame(
            [[1, 'Data steward'], [2, null]],
            array_map(static fn(array $cluster): array => [$cluster['cluster'], $cluster['looked_at_by']], $this->found()['clusters']),
        );
        self::assertNull($claim(2));
        $this->travel(41)->seconds();
        self::assertNull($claim(1), 'Who has gone away holds nothing.');
        self::assertSame(1, DB::table('duplicate_claims')->count(), 'One looks at one at a time.');
        $this->postJson('/api/duplicates/claim', ['cluster' => 'x'])->assertStatus(422);
    }

    public function test_everyone_reviews_by_fields_of_their_own(): void
    {
        $this->world();
        $this->putJson('/api/duplicates/fields', ['fields' => ['emails', 'last_name']])->assertOk();
        self::assertSame(['emails', 'last_name'], $this->found()['fields']);
        self::assertContains(['column' => 'phones', 'label' => 'Phones'], $this->found()['all_fields']);
        foreach ([['fields' => ['shoes']], ['fields' => 'emails'], ['fields' => ['emails', 'emails']], []] as $nonsense) {
            $this->putJson('/api/duplicates/fields', $nonsense)->assertStatus(422);
        }
        $this->putJson('/api/duplicates/fields', ['fields' => []])->assertOk();
        self::assertSame([], $this->found()['fields']);

        $lists = array_column(
            $this->postJson('/api/merges/preview', ['supporters' => [1, 5]])
                ->assertOk()
                ->json('fields'),
            null,
            'column',
        );
        self::assertSame(
            [['1' => 'rob@example.org', '5' => 'rob@example.org'], false, true],
            [$lists['emails']['values'], $lists['emails']['differs'], $lists['emails']['is_list']],
        );
        self::assertSame(['1' => '+16035550143', '5' => ''], $lists['phones']['values']);
    }
}
