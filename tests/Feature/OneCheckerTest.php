<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\ActState;
use App\Records\Entry;
use App\Records\RecordWriter;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/** Nothing gets around the standards, and what is emptied is empty. */
final class OneCheckerTest extends TestCase
{
    /** @param  array<string, string>  $fields */
    private function supporter(array $fields): int
    {
        return $this->as()
            ->postJson('/api/supporters', ['draft' => ['kind' => 'person', 'fields' => $fields]])
            ->assertCreated()
            ->json('id');
    }

    public function test_emptying_a_field_on_the_form_empties_it(): void
    {
        $shirt = $this->as()
            ->postJson('/api/fields', ['label' => 'Shirt', 'type' => 'text'])
            ->json('key');
        $id = $this->supporter([
            'name.first' => 'Ann',
            'name.last' => 'Lee',
            'name.nickname' => 'Annie',
            'notes' => 'x',
            'birth_date' => '1970-02-03',
            'consent.email' => 'no',
            'tags' => 'thank',
            $shirt => 'L',
        ]);
        $base = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $draft = $base;
        foreach (['name.nickname', 'notes', 'birth_date', 'consent.email', 'tags', $shirt] as $field) {
            $draft['fields'][$field] = '';
        }
        $this->putJson("/api/supporters/{$id}/form", ['draft' => $draft, 'base' => $base])->assertOk();

        self::assertSame(
            [null, null, null, null],
            array_values(
                (array) DB::table('supporters')
                    ->where('id', $id)
                    ->first(['nickname', 'notes', 'birth_date', 'consent_email']),
            ),
        );
        self::assertSame([0, 0], [DB::table('memberships')->count(), DB::table('custom_values')->count()]);
    }

    public function test_blank_that_was_left_and_blank_that_was_made_are_told_apart(): void
    {
        $id = $this->supporter(['name.first' => 'Ann', 'name.last' => 'Lee', 'name.nickname' => 'Annie']);
        $base = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $theirs = $base;
        $theirs['fields'] = [...$theirs['fields'], 'notes' => 'A note of theirs', 'name.nickname' => 'Nan'];
        $this->putJson("/api/supporters/{$id}/form", ['draft' => $theirs, 'base' => $base])->assertOk();
        $mine = $base;
        $mine['fields']['name.first'] = 'Anna';
        $this->putJson("/api/supporters/{$id}/form", ['draft' => $mine, 'base' => $base])->assertOk();
        self::assertSame(
            ['Anna', 'Nan', 'A note of theirs'],
            array_values(
                (array) DB::table('supporters')
                    ->where('id', $id)
                    ->first(['first_name', 'nickname', 'notes']),
            ),
            'What I left blank is not made blank.',
        );
        $mine['fields']['name.nickname'] = '';
        self::assertSame(
            ['base' => 'Annie', 'mine' => '', 'theirs' => 'Nan'],
            $this->putJson("/api/supporters/{$id}/form", ['draft' => $mine, 'base' => $base])
                ->assertStatus(409)
                ->json('conflicts')['fields.name.nickname'],
        );
    }

    public function test_a_record_is_checked_as_it_is_stored(): void
    {
        $this->as()
            ->postJson('/api/rules', [
                'subject' => 'person',
                'field' => 'email',
                'strength' => 'must',
                'conditions' => [['field' => 'status', 'test' => 'is', 'values' => ['active']]],
            ])
            ->assertCreated();
        $this->postJson('/api/supporters', ['draft' => ['kind' => 'person', 'fields' => ['name.last' => 'Lee']]])->assertStatus(422);
        self::assertSame(['held' => 1], $this->outcomes($this->sifted("First name,Last name\nAnn,Lee\n")));
        $this->patchJson('/api/fields/status', ['defaults' => ['person' => 'inactive']])->assertOk();
        $id = $this->postJson('/api/supporters', ['draft' => ['kind' => 'person', 'fields' => ['name.last' => 'Lee']]])
            ->assertCreated()
            ->json('id');
        self::assertSame('inactive', DB::table('supporters')->where('id', $id)->value('status'));
        self::assertSame(0, DB::table('shortfalls')->count());
    }

    public function test_a_worklist_sees_the_usual_status(): void
    {
        $this->as()
            ->postJson('/api/rules', [
                'subject' => 'person',
                'field' => 'email',
                'strength' => 'should',
                'conditions' => [['field' => 'status', 'test' => 'is', 'values' => ['active']]],
            ])
            ->assertCreated();
        $this->loaded("First name,Last name\nAnn,Lee\n");

        self::assertSame(1, DB::table('shortfalls')->count());
    }

    public function test_putting_back_is_held_against_the_rules(): void
    {
        $id = $this->supporter(['name.first' => 'Ann', 'name.last' => 'Lee']);
        $base = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $this->putJson("/api/supporters/{$id}/form", [
            'draft' => [...$base, 'fields' => [...$base['fields'], 'birth_date' => '1970-02-03']],
            'base' => $base,
        ])->assertOk();
        $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'birth_date', 'strength' => 'must'])->assertCreated();
        $entry = DB::table('journal')->max('id');
        $answer = $this->postJson("/api/supporters/{$id}/history/{$entry}", ['change' => 0, 'column' => 'birth_date'])
            ->assertStatus(409)
            ->json('message');
        self::assertStringContainsString('is not put back', $answer);
        self::assertSame('1970-02-03', DB::table('supporters')->where('id', $id)->value('birth_date'));
    }

    public function test_a_merge_blanks_no_name_and_nothing_that_is_required(): void
    {
        [$one, $other] = [
            $this->supporter(['name.first' => 'Ann', 'name.last' => 'Lee', 'birth_date' => '1970-02-03']),
            $this->supporter(['name.first' => 'Anna', 'name.last' => 'Lee', 'birth_date' => '1970-02-03']),
        ];
        $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'birth_date', 'strength' => 'must'])->assertCreated();
        foreach (['last_name', 'birth_date'] as $column) {
            $this->postJson('/api/merges', ['supporters' => [$one, $other], 'survivor' => $one, 'typed' => [$column => '']])->assertStatus(
                422,
            );
        }
        self::assertSame(2, DB::table('supporters')->count());
    }

    public function test_a_remedy_for_many_is_one_act_that_is_checked_audited_and_undone(): void
    {
        $this->as()
            ->postJson('/api/rules', ['subject' => 'person', 'field' => 'consent.mail', 'strength' => 'should'])
            ->assertCreated();
        [$ann, $bo] = [
            $this->supporter(['name.first' => 'Ann', 'name.last' => 'Lee', 'notes' => 'x']),
            $this->supporter(['name.first' => 'Bo', 'name.last' => 'Park']),
        ];
        $this->postJson('/api/rules', [
            'subject' => 'person',
            'field' => 'notes',
            'strength' => 'must',
            'conditions' => [['field' => 'consent.mail', 'test' => 'is', 'values' => ['no']]],
        ])->assertCreated();
        $rule = DB::table('required_rules')->where('field', 'consent.mail')->value('id');
        $before = $this->records();
        $done = $this->postJson("/api/rules/{$rule}/shortfalls", ['value' => 'no'])
            ->assertOk()
            ->json();
        self::assertSame([1, 1], [$done['written'], $done['refused']], 'Bo would need a note.');
        self::assertSame(['no', null], DB::table('supporters')->orderBy('id')->pluck('consent_mail')->all());
        $audit = array_values(array_filter($this->as(Role::Administrator)->getJson('/api/audit?kind=many at once')->json('entries')));
        self::assertSame($done['act'], $audit[0]['act_id']);
        $this->as(Role::GiftEntry)
            ->postJson("/api/acts/{$done['act']}/undo")
            ->assertStatus(403);
        self::assertSame(
            ['restored' => 1, 'kept' => 0, 'later' => false],
            $this->as()
                ->postJson("/api/acts/{$done['act']}/undo")
                ->assertOk()
                ->json(),
        );
        self::assertSame($before, $this->records());
        $this->postJson("/api/acts/{$done['act']}/undo")->assertStatus(409);
    }

    public function test_what_was_cut_off_stands_in_the_audit_list_and_can_be_taken_back(): void
    {
        $id = $this->supporter(['name.first' => 'Ann', 'name.last' => 'Lee']);
        $before = $this->records();
        $act = Act::begin(ActKind::Remedy, $this->user()->id, 'Filled in "Notes"');
        $note = new Change(Subject::Supporter, $id, Action::Update, ['notes' => [null, 'x']]);
        DB::transaction(static fn(): array => app(RecordWriter::class)->write([new Entry($id, [$note])], $act));
        $empty = Act::begin(ActKind::Retype, null, 'Nothing came of it');
        $held = static fn(): array => Act::query()->where('state', ActState::UnderWay)->pluck('id')->all();
        app(Acts::class)->endCutOff();
        self::assertSame([$act->id, $empty->id], $held(), 'Whoever works on it may be there still.');
        $this->travel(61)->minutes();
        app(Acts::class)->endCutOff();
        self::assertSame([[], [$act->id]], [$held(), Act::query()->where('kind', ActKind::Remedy)->pluck('id')->all()]);

        $entry = $this->as(Role::Administrator)->getJson('/api/audit?kind=many at once')->json('entries.0');
        self::assertSame([$act->id, 'Cut off before its end: Filled in "Notes": 1 record'], [$entry['act_id'], $entry['what']]);
        $this->as()
            ->postJson("/api/acts/{$act->id}/undo")
            ->assertOk()
            ->assertExactJson(['restored' => 1, 'kept' => 0, 'later' => false]);
        self::assertSame($before, $this->records());
    }

    public function test_merging_list_values_takes_along_whatever_names_them(): void
    {
        $shirt = $this->as()
            ->postJson('/api/fields', ['label' => 'Shirt', 'type' => 'pick list', 'options' => ['Large', 'Big']])
            ->json('key');
        $this->putJson("/api/fields/{$shirt}/list", [
            'values' => [['value' => 'Large'], ['value' => 'Big', 'code' => 'B', 'spellings' => ['huge']]],
        ])->assertOk();
        $this->patchJson("/api/fields/{$shirt}", ['defaults' => ['person' => 'Big']])->assertOk();
        $this->postJson('/api/rules', [
            'subject' => 'person',
            'field' => 'email',
            'strength' => 'should',
            'conditions' => [['field' => $shirt, 'test' => 'is', 'values' => ['Big']]],
        ])->assertCreated();
        $this->supporter(['name.last' => 'Lee', $shirt => 'Big']);
        $answer = $this->postJson("/api/fields/{$shirt}/list/merge", ['from' => 'Big', 'to' => 'Large'])
            ->assertOk()
            ->json();

        self::assertSame([1, 2], [$answer['changed'], $answer['elsewhere']]);
        self::assertEqualsCanonicalizing(['Big', 'B', 'huge'], $answer['values'][0]['spellings']);
        self::assertSame('Large', DB::table('custom_values')->value('value'));
        self::assertSame(1, DB::table('acts')->where('kind', 'list merge')->count());
    }

    public function test_merging_list_values_checks_every_record_before_it_writes_one_and_goes_on_where_it_was_cut_off(): void
    {
        $shirt = $this->as()
            ->postJson('/api/fields', ['label' => 'Shirt', 'type' => 'pick list', 'options' => ['Large', 'Big']])
            ->json('key');
        // Names that are not alike, so that nobody is asked about.
        $names = array_map(
            static fn(int $i): string => ucfirst(substr(strtr(md5((string) $i), '0123456789', 'ghijklmnop'), 0, 10)),
            range(1, 501),
        );
        $rows = array_map(
            static fn(string $name): string => "{$name},{$name}s,Big," . ($name === $names[500] ? '' : "{$name}@example.org"),
            $names,
        );
        $this->loaded("First name,Last name,Shirt,Email\n" . implode("\n", $rows) . "\n");
        $rule = $this->postJson('/api/rules', [
            'subject' => 'person',
            'field' => 'email',
            'strength' => 'must',
            'conditions' => [['field' => $shirt, 'test' => 'is', 'values' => ['Large']]],
        ])
            ->assertCreated()
            ->json('id');
        $merge = ['from' => 'Big', 'to' => 'Large'];
        $refused = $this->postJson("/api/fields/{$shirt}/list/merge", $merge)
            ->assertStatus(422)
            ->json('message');
        self::assertStringContainsString($names[500], $refused);
        self::assertSame(501, DB::table('custom_values')->where('value', 'Big')->count());

        $this->deleteJson("/api/rules/{$rule}")->assertSuccessful();
        $cut = Act::begin(ActKind::ListMerge, (int) auth()->id(), 'Merged "Big" into "Large" of "Shirt"');
        $this->postJson("/api/fields/{$shirt}/list/merge", $merge)
            ->assertOk()
            ->assertJson(['changed' => 501]);
        self::assertSame([ActState::Done, 501], [$cut->refresh()->state, $cut->records]);
        $this->postJson("/api/acts/{$cut->id}/undo")
            ->assertOk()
            ->assertJson(['restored' => 501, 'kept' => 0]);
    }

    public function test_the_same_gift_by_hand_warns_and_the_same_member_is_linked_once(): void
    {
        [$ann, $bo] = [
            $this->supporter(['name.first' => 'Ann', 'name.last' => 'Lee']),
            $this->supporter(['name.first' => 'Bo', 'name.last' => 'Lee']),
        ];
        $gift = ['values' => ['gift.date' => '2024-01-02', 'gift.amount' => '25']];
        $this->postJson("/api/supporters/{$ann}/gifts", $gift)->assertCreated();
        self::assertSame(
            ['gift.twice'],
            array_column(
                $this->postJson("/api/supporters/{$ann}/gifts", $gift)
                    ->assertStatus(422)
                    ->json('problems'),
                'code',
            ),
        );
        $this->postJson("/api/supporters/{$ann}/gifts", [...$gift, 'again' => true])->assertCreated();
        self::assertSame(2, DB::table('gifts')->count());
        $link = static fn(string $ref): array => [
            'ref' => $ref,
            'kind' => 'spouse',
            'other_id' => (string) $bo,
            'role' => '',
            'reversed' => '0',
        ];
        $form = $this->getJson("/api/supporters/{$ann}/form")->json('draft');
        $this->putJson("/api/supporters/{$ann}/form", [
            'draft' => [...$form, 'links' => [$link('new1'), $link('new2')]],
            'base' => $form,
        ])->assertOk();
        $form = $this->getJson("/api/supporters/{$ann}/form")->json('draft');
        $this->putJson("/api/supporters/{$ann}/form", [
            'draft' => [...$form, 'links' => [...$form['links'], $link('new1')]],
            'base' => $form,
        ])->assertOk();
        self::assertSame(1, DB::table('links')->count());
    }
}
