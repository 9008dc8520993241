<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Intakes\Intake;
use App\Records\Loads;
use App\Rereading\ReadAgain;
use Illuminate\Support\Facades\DB;

/** What went in wrong before a rule was mended is found in its source row; nothing of it changes by itself. */
final class RereadTest extends TestCase
{
    private const GIFTS = "First,Last,Gift date,Amount,Currency\nAnn,Lee,2020-01-02,5,EUR\nBo,Park,2020-01-03,7,\nCy,Moss,2020-01-04,9,EUR\n";

    private const OF_GIFTS = ['name.first', 'name.last', 'gift.date', 'gift.amount', 'gift.currency'];

    /** As an older reading stored it: in the table and in the journal. */
    private function storedBefore(string $table, string $column, ?string $was, ?string $older, string $where = '1 = 1'): void
    {
        DB::table($table)
            ->whereRaw($where)
            ->where($column, $was)
            ->update([$column => $older]);
        foreach (DB::table('journal')->get() as $entry) {
            $changes = json_decode($entry->changes, true);
            foreach ($changes as &$change) {
                if (isset($change['fields'][$column]) && $change['fields'][$column][1] === $was) {
                    $change['fields'][$column][1] = $older;
                }
            }
            DB::table('journal')
                ->where('id', $entry->id)
                ->update(['changes' => json_encode($changes)]);
        }
    }

    /** @return list<array<string, mixed>> */
    private function again(string $kind = ''): array
    {
        $this->postJson('/api/rereadings/look')->assertStatus(202);

        return $this->getJson('/api/rereadings' . ($kind === '' ? '' : "?kind={$kind}"))
            ->assertOk()
            ->json('rows');
    }

    /** @return list<string> such as "Gift currency USD → EUR" */
    private static function said(array $rows): array
    {
        return array_map(
            static fn(array $row): string => implode(
                '; ',
                array_map(
                    static fn(array $field): string => "{$field['label']} " . ($field['before'] ?? '-') . ' → ' . ($field['after'] ?? '-'),
                    $row['fields'],
                ),
            ) . ($row['reason'] === '' ? '' : " ({$row['reason']})"),
            $rows,
        );
    }

    public function test_what_is_read_as_it_is_stored_is_not_on_the_list(): void
    {
        $this->loaded(self::GIFTS, [], self::OF_GIFTS);
        $this->loaded(
            "Name,Street,City,State,ZIP,Email opt in\n\"Marsh, Ann\",12 Oak Cir,Dover,NH,03820,yes\nBo & Cy Park,9 N Elm St,Dover,NH,03820,no\nOak Trust,,,,,\n",
        );
        self::assertSame([], $this->again());
        $this->getJson('/api/rereadings')
            ->assertJsonPath('kinds', [])
            ->assertJsonPath('last.state', 'done')
            ->assertJsonPath('last.done', 6);
    }

    public function test_euros_that_went_in_as_dollars_are_found_taken_over_as_one_act_and_taken_back(): void
    {
        $intake = $this->loaded(self::GIFTS, [], self::OF_GIFTS);
        $this->storedBefore('gifts', 'currency', 'EUR', 'USD');
        $rows = $this->again();
        self::assertSame(['Gift currency USD → EUR', 'Gift currency USD → EUR'], self::said($rows));
        self::assertSame([$intake->id, 2, ['5', 'EUR']], [$rows[0]['intake_id'], $rows[0]['row'], $rows[0]['written']]);
        $this->getJson('/api/rereadings')->assertJsonPath('kinds', [['kind' => 'currency', 'count' => 2, 'takeable' => 2]]);
        $this->getJson('/api/today')->assertJsonPath('rereadings', 2);
        self::assertSame(['USD', 'USD', 'USD'], DB::table('gifts')->orderBy('id')->pluck('currency')->all(), 'Nothing changes by itself.');

        $took = $this->postJson('/api/rereadings/take', ['kind' => 'currency', 'ids' => [$rows[1]['number']]])
            ->assertOk()
            ->json();
        self::assertSame([1, 0, 0], [$took['written'], $took['refused'], $took['changed']]);
        self::assertSame(['USD', 'USD', 'EUR'], DB::table('gifts')->orderBy('id')->pluck('currency')->all());
        self::assertSame(1, DB::table('audit')->where('act_id', $took['act'])->count());
        $all = $this->postJson('/api/rereadings/take', ['kind' => 'currency'])
            ->assertOk()
            ->json();
        self::assertSame(['EUR', 'USD', 'EUR'], DB::table('gifts')->orderBy('id')->pluck('currency')->all());
        self::assertSame([], $this->getJson('/api/rereadings')->json('rows'));

        $this->postJson("/api/acts/{$all['act']}/undo")
            ->assertOk()
            ->assertJsonPath('restored', 1);
        self::assertSame(['USD', 'USD', 'EUR'], DB::table('gifts')->orderBy('id')->pluck('currency')->all());
        self::assertCount(1, $this->getJson('/api/rereadings')->json('rows'), 'What was taken back waits again.');
        self::assertCount(1, $this->again());
    }

    public function test_what_a_person_leaves_stays_off_the_list_and_what_someone_changed_is_not_written_over(): void
    {
        $this->loaded(self::GIFTS, [], self::OF_GIFTS);
        $this->storedBefore('gifts', 'currency', 'EUR', 'USD');
        $rows = $this->again();
        $this->postJson('/api/rereadings/leave', ['kind' => 'currency', 'ids' => [$rows[0]['number']]])
            ->assertOk()
            ->assertJsonPath('left', 1);
        self::assertCount(1, $this->again());
        $gift = DB::table('gifts')->orderByDesc('id')->first();
        $this->putJson("/api/supporters/{$gift->supporter_id}/gifts/{$gift->id}", [
            'values' => ['gift.currency' => 'GBP'],
            'base' => ['gift.currency' => 'USD'],
        ])->assertOk();
        $this->postJson('/api/rereadings/take', ['kind' => 'currency'])
            ->assertOk()
            ->assertJson(['written' => 0, 'changed' => 1, 'act' => null]);
        self::assertSame('GBP', DB::table('gifts')->where('id', $gift->id)->value('currency'));
        self::assertSame([], $this->again());
    }

    public function test_a_currency_that_the_column_does_not_say_is_offered_with_its_reason_and_what_can_not_be_read_is_only_told(): void
    {
        $this->loaded(
            "First,Last,Gift date,Amount\nAnn,Lee,2020-01-02,50\nBo,Park,2020-01-03,7\n",
            [],
            ['name.first', 'name.last', 'gift.date', 'gift.amount'],
        );
        DB::table('intake_rows')
            ->where('number', 2)
            ->update(['cells' => '["Ann","Lee","2020-01-02","\u20ac50"]']);
        DB::table('intake_rows')
            ->where('number', 3)
            ->update(['cells' => '["Bo","Park","2020-01-03","000007"]']);
        $rows = $this->again();
        self::assertSame(
            [
                'Gift currency USD → EUR (EUR 50.00 is not in USD, the currency of your gifts)',
                'Gift amount 7.00 → - ("000007" is filled up with zeros: its last digits may be cents)',
            ],
            self::said($rows),
        );
        self::assertSame([true, false], array_column($rows, 'can_be_taken'));
        $this->postJson('/api/rereadings/take', ['kind' => 'amount'])
            ->assertOk()
            ->assertJson(['written' => 0, 'act' => null]);
        self::assertSame('7.00', DB::table('gifts')->orderByDesc('id')->value('amount'));
    }

    public function test_a_refusal_that_was_passed_over_is_found_unless_someone_wrote_it_since(): void
    {
        $this->loaded(
            "Id,First,Last,Email opt in\n1,Ann,Lee,yes\n2,Bo,Park,yes\n3,Cy,Moss,yes\n",
            [],
            ['id.old', 'name.first', 'name.last', 'consent.email'],
        );
        $this->loaded(
            "Id,First,Last,Email opt in\n1,Ann,Lee,no\n2,Bo,Park,no\n3,Cy,Moss,no\n",
            [],
            ['id.old', 'name.first', 'name.last', 'consent.email'],
        );
        // As it was when the second file passed its refusals over.
        $second = Intake::query()->latest('id')->value('id');
        DB::table('journal')->whereIn('act_id', Loads::acts($second))->delete();
        DB::table('supporters')->update(['consent_email' => 'yes']);
        $park = DB::table('supporters')->where('last_name', 'Park')->first();
        foreach (['no', 'yes'] as $said) {
            $form = $this->getJson("/api/supporters/{$park->id}/form")->json('draft');
            $this->putJson("/api/supporters/{$park->id}/form", [
                'draft' => [...$form, 'fields' => [...$form['fields'], 'consent.email' => $said]],
                'base' => $form,
            ])->assertOk();
        }
        $rows = $this->again('consent');
        self::assertSame(
            [['Ann Lee', 'May be written to by email yes → no'], ['Cy Moss', 'May be written to by email yes → no']],
            array_map(static fn(array $row, string $said): array => [$row['name'], $said], $rows, self::said($rows)),
        );
        $this->postJson('/api/rereadings/take', ['kind' => 'consent'])->assertJsonPath('written', 2);
        self::assertSame(['no', 'yes', 'no'], DB::table('supporters')->orderBy('id')->pluck('consent_email')->all());
    }

    public function test_kinds_names_and_address_words_are_read_again(): void
    {
        $this->loaded("Name,Street,City,State,ZIP\nMarina Lopez,12 Oak Cir,Dover,NH,03820\n\"Ann Lee, DO\",9 Elm St,Dover,NH,03820\n", [
            'accept_addresses' => true,
        ]);
        $this->storedBefore('addresses', 'line1', '12 Oak Cir', '12 Oak Cir E');
        $this->storedBefore('supporters', 'suffix', 'DO', null);
        $marina = DB::table('supporters')->where('last_name', 'Lopez')->value('id');
        DB::table('supporters')
            ->where('id', $marina)
            ->update([
                'kind' => 'organization',
                'first_name' => null,
                'last_name' => null,
                'organization_name' => 'Marina Lopez',
                'sort_name' => 'Marina Lopez',
            ]);
        DB::table('match_keys')->where('supporter_id', $marina)->delete();
        $entry = DB::table('journal')->where('owner_id', $marina)->first();
        $changes = json_decode($entry->changes, true);
        $changes[0]['fields'] = [
            'kind' => [null, 'organization'],
            'organization_name' => [null, 'Marina Lopez'],
            'display_name' => [null, 'Marina Lopez'],
            'sort_name' => [null, 'Marina Lopez'],
            'envelope_name' => [null, 'Marina Lopez'],
            'greeting' => [null, 'Marina'],
            'status' => [null, 'active'],
        ];
        DB::table('journal')
            ->where('id', $entry->id)
            ->update(['changes' => json_encode($changes)]);
        $rows = $this->again();
        self::assertEqualsCanonicalizing(['kind', 'address', 'name'], array_column($rows, 'kind'));
        self::assertContains('Address, line 1 12 Oak Cir E → 12 Oak Cir', self::said($rows));
        foreach (['kind', 'address', 'name'] as $kind) {
            $this->postJson('/api/rereadings/take', ['kind' => $kind])->assertJson(['written' => 1, 'refused' => 0, 'changed' => 0]);
        }
        $is = DB::table('supporters')->where('id', $marina)->first();
        self::assertSame(
            ['person', 'Marina', 'Lopez', null, 'Lopez, Marina'],
            [$is->kind, $is->first_name, $is->last_name, $is->organization_name, $is->sort_name],
        );
        self::assertSame('DO', DB::table('supporters')->where('last_name', 'Lee')->value('suffix'));
        self::assertSame([], $this->again());
    }

    public function test_gifts_that_a_merge_took_along_are_found_with_their_present_owner(): void
    {
        $this->loaded(self::GIFTS, [], self::OF_GIFTS);
        $this->storedBefore('gifts', 'currency', 'EUR', 'USD');
        [$ann, $bo] = DB::table('supporters')->orderBy('id')->pluck('id')->all();
        DB::table('gifts')
            ->where('supporter_id', $ann)
            ->update(['supporter_id' => $bo]);
        self::assertSame($bo, $this->again()[0]['supporter_id']);
        $this->postJson('/api/rereadings/take', ['kind' => 'currency'])->assertJsonPath('written', 2);
    }

    public function test_who_may_not_see_amounts_neither_sees_nor_takes_them_over_and_an_intake_that_was_undone_is_not_read(): void
    {
        $intake = $this->loaded(self::GIFTS, [], self::OF_GIFTS);
        $this->storedBefore('gifts', 'currency', 'EUR', 'USD');
        $this->again();
        $this->patchJson('/api/fields/gift.amount', ['see' => ['roles' => ['data steward'], 'users' => []]])->assertOk();
        $this->as(Role::GiftEntry);
        $this->getJson('/api/rereadings')->assertOk()->assertJsonPath('rows', [])->assertJsonPath('kinds', []);
        $this->getJson('/api/rereadings?kind=currency')->assertForbidden();
        $this->postJson('/api/rereadings/take', ['kind' => 'currency'])->assertForbidden();
        $this->postJson('/api/rereadings/take', ['kind' => 'colour'])->assertStatus(422);
        $this->as()
            ->postJson("/api/intakes/{$intake->id}/undo")
            ->assertOk();
        $this->getJson('/api/rereadings')->assertJsonPath('rows', []);
        self::assertSame([], $this->again());
    }

    public function test_one_reading_at_a_time(): void
    {
        $this->as();
        DB::table('rereads')->insert(['state' => 'reading', 'created_at' => now()]);
        $this->postJson('/api/rereadings/look')->assertStatus(409);
        self::assertNull(ReadAgain::begin());
    }
}
