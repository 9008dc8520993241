<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;

/** Taking back and bringing back: whole intakes, and chosen rows. */
final class UndoTest extends TestCase
{
    private const FILE = "Last name,First name,Email,Phone,Groups,Gift date,Amount\nLee,Ann,ann@example.org,,Board,2020-01-02,5\nPark,Bo,bo@example.org,207-555-0143,,2020-01-03,6\nDahl,Cy,cy@example.org,,,,\n";

    public function test_an_undo_is_taken_back(): void
    {
        $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $intake = $this->loaded(self::FILE);
        $after = $this->records();
        $this->postJson("/api/intakes/{$intake->id}/redo")->assertStatus(409);
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame(1, DB::table('supporters')->count());
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('can_redo'));

        $this->postJson("/api/intakes/{$intake->id}/redo")->assertOk();
        self::assertSame($after, $this->records(), 'With the same ids, and all that hung on them.');
        self::assertSame('loaded', $intake->refresh()->state->value);
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame(
            [1, 0],
            [DB::table('supporters')->count(), $intake->refresh()->undo_report['kept_count']],
            'And undone once more.',
        );
    }

    public function test_what_was_changed_after_the_undo_stays_when_it_is_taken_back(): void
    {
        $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $intake = $this->loaded("Last name,First name,Email,Phone,Notes\nLee,Ann,ann@example.org,,from the file\n");
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        $form = $this->getJson('/api/supporters/1/form')->json('draft');
        $this->putJson('/api/supporters/1/form', [
            'draft' => [...$form, 'fields' => [...$form['fields'], 'notes' => 'by hand']],
            'base' => $form,
        ])->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/redo")->assertOk();

        self::assertSame('by hand', DB::table('supporters')->value('notes'));
        self::assertSame(1, $intake->refresh()->undo_report['kept_count']);
    }

    public function test_chosen_rows_are_taken_back_and_wait_with_the_held_ones(): void
    {
        $intake = $this->loaded(self::FILE);
        $all = $this->records();
        $preview = $this->getJson("/api/intakes/{$intake->id}/undo?rows=3")
            ->assertOk()
            ->json();
        self::assertSame([['removed' => 1, 'restored' => 0], ['removed' => 1]], [$preview['supporters'], $preview['gifts']]);
        $this->postJson("/api/intakes/{$intake->id}/undo", ['rows' => [3]])->assertOk();

        self::assertSame(
            [['Ann', 'Cy'], ['5.00']],
            [DB::table('supporters')->orderBy('id')->pluck('first_name')->all(), DB::table('gifts')->pluck('amount')->all()],
        );
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame(
            [true, 2, 1, ['USD' => '6.00']],
            [$proof['balanced'], $proof['outcomes']['new'], $proof['outcomes']['held'], $proof['money']['held']],
        );
        self::assertSame(['person'], array_column($this->getJson('/api/held')->json('rows'), 'held_by'));
        $this->postJson("/api/intakes/{$intake->id}/undo", ['rows' => [3]])->assertStatus(422);

        $this->postJson("/api/intakes/{$intake->id}/redo")->assertOk();
        self::assertSame($all, $this->records());
        self::assertSame(0, $this->getJson('/api/held')->json('total'));
    }

    public function test_a_row_that_was_taken_back_is_sent_on_again_and_then_all_is_undone(): void
    {
        $before = $this->records();
        $intake = $this->loaded(self::FILE);
        $this->postJson("/api/intakes/{$intake->id}/undo", ['rows' => [2, 3]])->assertOk();
        $rows = [['intake_id' => $intake->id, 'number' => 3]];
        $this->postJson('/api/held/decide', ['do' => 'in', 'rows' => $rows])
            ->assertOk()
            ->assertJson(['sent' => 0, 'passing' => 1, 'still' => []]);
        $this->postJson('/api/held/decide', ['do' => 'send', 'rows' => $rows])
            ->assertOk()
            ->assertJson(['sent' => 1]);
        self::assertEqualsCanonicalizing(['Bo', 'Cy'], DB::table('supporters')->pluck('first_name')->all());
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        $this->postJson("/api/intakes/{$intake->id}/undo", ['rows' => [3]])->assertOk();
        self::assertSame(
            [['Cy'], 0],
            [DB::table('supporters')->pluck('first_name')->all(), $intake->refresh()->undo_report['kept_count']],
            'What was taken back before is not missed.',
        );

        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame([$before, 0], [$this->records(), $intake->refresh()->undo_report['kept_count']]);
    }

    public function test_a_row_whose_supporter_another_row_built_on_stays_and_says_why(): void
    {
        $intake = $this->loaded("Last name,First name,Email,Phone\nLee,Ann,ann@example.org,\nLee,Ann,ann@example.org,207-555-0143\n");
        $preview = $this->getJson("/api/intakes/{$intake->id}/undo?rows=2")->json();
        self::assertSame(['Others have added to this supporter or changed it since'], array_column($preview['kept'], 'reason'));
        $this->postJson("/api/intakes/{$intake->id}/undo", ['rows' => [2]])->assertOk();
        self::assertSame(1, DB::table('supporters')->count());
    }

    public function test_the_preview_says_who_changed_what_stays(): void
    {
        $intake = $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $form = $this->getJson('/api/supporters/1/form')->json('draft');
        $this->putJson('/api/supporters/1/form', [
            'draft' => [...$form, 'phones' => [['number' => '207-555-0143']]],
            'base' => $form,
        ])->assertOk();

        self::assertStringStartsWith('Data steward, ', $this->getJson("/api/intakes/{$intake->id}/undo")->json('kept.0.by'));
    }
}
