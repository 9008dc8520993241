<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\BulkChanges\BulkChange;
use App\BulkChanges\BulkState;
use App\BulkChanges\RunBulkChange;
use App\BulkChanges\Writing;
use App\Records\GiftYears;
use Illuminate\Support\Facades\DB;

/** The same done to many supporters: planned, seen, written as one act, taken back as one. */
final class BulkChangeTest extends TestCase
{
    private const PEOPLE = <<<'CSV'
    First name,Last name,Email,Mail ok,Group,Gift date,Gift amount,Fund,Gift id
    Ann,Lee,ann@example.org,no,Board,2025-03-01,300.00,Nets,g1
    Bo,Park,bo@example.org,,Choir,,,,
    Cy,Nash,cy@example.org,,,,,,
    Di,Ossof,di@example.org,yes,Board,2025-03-02,10.00,Nets,g2

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::PEOPLE);
    }

    private static function id(string $last): int
    {
        return (int) DB::table('supporters')->where('last_name', $last)->value('id');
    }

    /**
     * @param  array<string, mixed>  $scope
     * @param  array<string, mixed>  ...$steps
     * @return array<string, mixed>
     */
    private function planned(array $scope, array ...$steps): array
    {
        $id = $this->postJson('/api/bulk-changes', [...$scope, 'steps' => $steps])
            ->assertCreated()
            ->json('id');

        return $this->getJson("/api/bulk-changes/{$id}")
            ->assertOk()
            ->json();
    }

    /**
     * @param  array<string, mixed>  $change
     * @return array<string, int> words to records
     */
    private static function effects(array $change): array
    {
        return array_column($change['effects'], 'records', 'words');
    }

    public function test_a_change_is_seen_written_and_taken_back(): void
    {
        $before = $this->records();
        $change = $this->planned(
            ['query' => ['q' => '']],
            ['kind' => 'join', 'field' => 'groups', 'value' => 'Board'],
            ['kind' => 'set', 'field' => 'consent.mail', 'value' => 'yes'],
        );
        self::assertSame('Put into the group Board, and write yes as May be written to by mail', $change['sentence']);
        self::assertSame(['planned', 4, 2], [$change['state'], $change['total'], $change['writes']]);
        self::assertSame(
            [
                'come into the group Board' => 2,
                'May be written to by mail: blank becomes yes' => 2,
                'are in the group Board already' => 2,
                'May be written to by mail: are so already' => 1,
                'May be written to by mail: stays no, a refusal is kept' => 1,
            ],
            self::effects($change),
        );
        self::assertSame($before, $this->records());
        $this->getJson("/api/bulk-changes/{$change['id']}/records?effect=1:refusal")->assertJsonPath('records.0.name', 'Lee, Ann');

        $this->postJson("/api/bulk-changes/{$change['id']}/write")->assertOk();
        $done = $this->getJson("/api/bulk-changes/{$change['id']}")
            ->assertJson(['state' => 'done', 'outcome' => ['written' => 2, 'refused' => 0, 'changed' => 0]])
            ->json();
        self::assertSame(4, DB::table('memberships')->where('name', 'Board')->count());
        $this->getJson('/api/supporters?group=Board')->assertJsonPath('total', 4);
        $this->postJson("/api/bulk-changes/{$change['id']}/write")->assertStatus(409);
        $this->as(Role::Administrator)
            ->getJson('/api/audit')
            ->assertJsonPath('entries.0.what', 'Put into the group Board, and write yes as May be written to by mail: 2 records');

        $this->as()
            ->postJson("/api/acts/{$done['act_id']}/undo")
            ->assertOk()
            ->assertJson(['restored' => 2, 'kept' => 0]);
        self::assertSame($before, $this->records());
        $this->getJson("/api/bulk-changes/{$change['id']}")->assertJson(['is_undone' => true]);
    }

    public function test_what_was_done_to_very_many_is_taken_back_in_the_queue(): void
    {
        config(['sieve.undo_at_once' => 1]);
        $before = $this->records();
        $change = $this->planned(['query' => ['q' => '']], ['kind' => 'join', 'field' => 'groups', 'value' => 'Spring letter']);
        $this->postJson("/api/bulk-changes/{$change['id']}/write")->assertOk();
        $act = $this->getJson("/api/bulk-changes/{$change['id']}")->json('act_id');
        $this->postJson("/api/acts/{$act}/undo")
            ->assertStatus(202)
            ->assertJsonPath('later', true);
        $undone = $this->getJson("/api/acts/{$act}/undo")
            ->assertOk()
            ->json();
        self::assertFalse($undone['later']);
        self::assertGreaterThan(1, $undone['restored']);
        self::assertEquals($before, $this->records());
        $this->postJson("/api/acts/{$act}/undo")->assertStatus(409);
    }

    public function test_those_that_are_ticked_or_all_but_some(): void
    {
        [$ann, $bo] = [self::id('Lee'), self::id('Park')];
        $step = ['kind' => 'join', 'field' => 'tags', 'value' => 'Spring'];
        self::assertSame(2, $this->planned(['ids' => [$ann, $bo, 999]], $step)['total']);
        self::assertSame(3, $this->planned(['query' => ['q' => ''], 'except' => [$ann]], $step)['total']);
        $where = json_encode(['of' => [['of' => 'groups', 'test' => 'is', 'values' => ['Board']]]], JSON_THROW_ON_ERROR);
        self::assertSame(2, $this->planned(['query' => ['where' => $where]], $step)['total']);
    }

    public function test_what_the_standards_refuse_stays_and_says_why(): void
    {
        $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'consent.mail', 'strength' => 'should'])->assertCreated();
        $this->postJson('/api/rules', [
            'subject' => 'person',
            'field' => 'birth_date',
            'strength' => 'must',
            'conditions' => [['field' => 'status', 'test' => 'is', 'values' => ['deceased']]],
        ])->assertCreated();
        $change = $this->planned(['query' => ['q' => '']], ['kind' => 'set', 'field' => 'status', 'value' => 'deceased']);

        self::assertSame(['stay as they are: Birth date is required where status is deceased' => 4], self::effects($change));
        self::assertSame(0, $change['writes']);
    }

    public function test_who_was_changed_meanwhile_is_planned_again_and_told(): void
    {
        $change = $this->planned(['query' => ['q' => '']], ['kind' => 'fill', 'field' => 'notes', 'value' => 'Writes letters']);
        DB::table('supporters')
            ->where('id', self::id('Park'))
            ->update(['notes' => 'Sails']);
        DB::table('supporters')->where('id', self::id('Nash'))->delete();
        $this->postJson("/api/bulk-changes/{$change['id']}/write")
            ->assertOk()
            ->assertJsonPath('outcome', ['written' => 2, 'refused' => 0, 'changed' => 2]);
        self::assertSame('Sails', DB::table('supporters')->where('id', self::id('Park'))->value('notes'));
    }

    public function test_deleting_leaves_those_with_gifts_and_comes_back_whole(): void
    {
        $before = $this->records();
        $change = $this->planned(['query' => ['q' => '']], ['kind' => 'delete']);
        self::assertSame(
            [
                'are deleted, with their addresses, emails, phones, ids, links and values' => 2,
                'stay, since they have gifts or promises' => 2,
            ],
            self::effects($change),
        );
        $act = $this->postJson("/api/bulk-changes/{$change['id']}/write")
            ->assertOk()
            ->json('act_id');
        $this->getJson('/api/supporters')->assertJsonPath('total', 2);
        self::assertSame(2, DB::table('emails')->count());

        $this->postJson("/api/acts/{$act}/undo")
            ->assertOk()
            ->assertJson(['restored' => 2, 'kept' => 0]);
        self::assertSame($before, $this->records());
        $this->getJson('/api/supporters?q=park')->assertJsonPath('total', 1);
    }

    public function test_gifts_go_to_another_and_come_back_with_whoever_gave_them(): void
    {
        $before = $this->records();
        [$ann, $di] = [self::id('Lee'), self::id('Ossof')];
        $change = $this->planned(['ids' => [$ann, $di]], ['kind' => 'delete', 'value' => (string) $di]);
        self::assertSame(
            ["are deleted; their gifts and promises go to supporter {$di}" => 1, 'stays, since it gets the gifts of the others' => 1],
            self::effects($change),
        );
        $act = $this->postJson("/api/bulk-changes/{$change['id']}/write")
            ->assertOk()
            ->json('act_id');
        self::assertSame([$di, $di], DB::table('gifts')->pluck('supporter_id')->all());
        self::assertSame(0, app(GiftYears::class)->wrong());

        $this->postJson("/api/acts/{$act}/undo")
            ->assertOk()
            ->assertJson(['kept' => 0]);
        self::assertSame($before, $this->records());
        self::assertSame(0, app(GiftYears::class)->wrong());
        $this->postJson('/api/bulk-changes', ['ids' => [$ann], 'steps' => [['kind' => 'delete', 'value' => '999']]])
            ->assertStatus(422)
            ->assertJson(['message' => 'There is no supporter 999 to get the gifts.']);
    }

    public function test_gifts_never_go_to_someone_who_was_deleted_meanwhile(): void
    {
        [$ann, $cy] = [self::id('Lee'), self::id('Nash')];
        $change = $this->planned(['ids' => [$ann]], ['kind' => 'delete', 'value' => (string) $cy]);
        $other = $this->planned(['ids' => [$cy]], ['kind' => 'delete']);
        $this->postJson("/api/bulk-changes/{$other['id']}/write")
            ->assertOk()
            ->assertJsonPath('outcome.written', 1);
        $before = $this->records();

        $this->postJson("/api/bulk-changes/{$change['id']}/write")
            ->assertOk()
            ->assertJsonPath('outcome', ['written' => 0, 'refused' => 1, 'changed' => 0]);
        self::assertSame($before, $this->records());
    }

    public function test_whom_others_are_linked_to_can_go_and_the_links_come_back(): void
    {
        [$bo, $cy] = [self::id('Park'), self::id('Nash')];
        DB::table('links')->insert(['id' => 900, 'supporter_id' => $bo, 'other_id' => $cy, 'kind' => 'spouse', 'role' => null]);
        $before = $this->records();
        $change = $this->planned(['ids' => [$cy]], ['kind' => 'delete']);
        $act = $this->postJson("/api/bulk-changes/{$change['id']}/write")
            ->assertOk()
            ->json('act_id');
        self::assertSame(0, DB::table('links')->count());
        $this->postJson("/api/acts/{$act}/undo")->assertOk();
        self::assertSame($before, $this->records());
    }

    public function test_a_change_that_was_cut_off_goes_on_where_it_was(): void
    {
        $change = $this->planned(['query' => ['q' => '']], ['kind' => 'join', 'field' => 'tags', 'value' => 'Spring']);
        $bulk = BulkChange::query()->findOrFail($change['id']);
        // As far as a worker came that is gone: its first two are written.
        config(['queue.default' => 'null']);
        app(Writing::class)->begin($bulk, null);
        $bulk
            ->records()
            ->where('supporter_id', '>', self::id('Park'))
            ->update(['writes' => false]);
        app(Writing::class)->step($bulk);
        $bulk->records()->update(['writes' => true]);
        config(['queue.default' => 'sync']);
        RunBulkChange::dispatch($bulk->id);

        self::assertSame([BulkState::Done, 4], [$bulk->refresh()->state, $bulk->outcome['written'] ?? 0]);
        self::assertSame(4, DB::table('memberships')->where('list', 'tag')->count());
    }

    public function test_what_someone_may_not_change_and_what_another_began(): void
    {
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/notes', [
                'see' => ['roles' => ['administrator', 'data steward'], 'users' => []],
                'edit' => ['roles' => ['administrator'], 'users' => []],
            ])
            ->assertOk();
        $this->as();
        $this->postJson('/api/bulk-changes', ['query' => ['q' => ''], 'steps' => [['kind' => 'clear', 'field' => 'notes']]])->assertStatus(
            403,
        );
        self::assertNotContains('notes', array_column($this->getJson('/api/bulk-fields')->json('fields'), 'key'));
        $id = $this->planned(['query' => ['q' => '']], ['kind' => 'join', 'field' => 'tags', 'value' => 'Spring'])['id'];
        $this->as(Role::GiftEntry)
            ->postJson("/api/bulk-changes/{$id}/write")
            ->assertStatus(403);
        $this->postJson('/api/bulk-changes', ['query' => ['q' => ''], 'steps' => [['kind' => 'delete']]])->assertStatus(403);
        $this->as()
            ->deleteJson("/api/bulk-changes/{$id}")
            ->assertOk();
        self::assertSame(0, DB::table('bulk_records')->count());
    }
}
