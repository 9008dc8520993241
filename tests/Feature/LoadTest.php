<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\AnotherWorker;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Loading\Loading;
use App\Intakes\Runner;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\ActState;
use Illuminate\Support\Facades\DB;

/** Loading, proving, holding back, undoing. */
final class LoadTest extends TestCase
{
    public function test_rows_are_planned_again_when_the_database_has_moved(): void
    {
        $intake = $this->sifted("Last name,First name,Email\nLee,Ann,ann@example.org\nPark,Bo,bo@example.org\n");
        $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Late'])->assertOk();

        self::assertSame(2, DB::table('supporters')->count(), 'Ann came in meanwhile and is not made twice.');
        $this->getJson("/api/intakes/{$intake->id}")->assertJson(['replanned' => 1, 'outcomes' => ['new' => 1, 'unchanged' => 1]]);
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
    }

    public function test_a_load_across_chunks_links_rows_to_what_earlier_chunks_made(): void
    {
        config(['sieve.load_chunk' => 2, 'sieve.sift_chunk' => 2]);
        $intake = $this->loaded(
            "Last name,First name,Email,Phone,Gift date,Amount\nLee,Ann,ann@example.org,,2020-01-02,1\nPark,Bo,bo@example.org,,,\nDahl,Cy,cy@example.org,,,\nPell,Di,di@example.org,,,\nLee,Ann,ann@example.org,603-555-0143,2020-01-02,1\nLee,Ann,ann@example.org,603-555-0199,2020-01-03,2\n",
            ['effect' => 'replace'],
        );

        self::assertSame(['new' => 4, 'updated' => 2], $this->outcomes($intake));
        self::assertSame(['+16035550199'], DB::table('phones')->pluck('number')->all(), 'The third row replaces what the second one made.');
        self::assertSame([3, '4.00'], [DB::table('gifts')->count(), DB::table('gifts')->sum('amount')]);
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
    }

    public function test_two_workers_never_do_the_same_step(): void
    {
        config(['sieve.load_chunk' => 1]);
        $intake = $this->sifted("Last name,First name\nLee,Ann\nPark,Bo\nDahl,Cy\n");
        $intake->begin(IntakeState::Loading);
        $other = Intake::query()->findOrFail($intake->id);
        self::assertTrue(app(Loading::class)->step($intake));

        $this->expectException(AnotherWorker::class);
        try {
            app(Loading::class)->step($other);
        } finally {
            self::assertSame(1, DB::table('supporters')->count());
        }
    }

    public function test_one_load_at_a_time(): void
    {
        $busy = $this->sifted("Last name,First name\nLee,Ann\n");
        $busy->forceFill(['state' => IntakeState::Loading])->save();
        [$first, $second] = [$this->sifted("Last name,First name\nPark,Bo\n"), $this->sifted("Last name,First name\nDahl,Cy\n")];
        foreach ([$first, $second] as $intake) {
            $this->postJson("/api/intakes/{$intake->id}/load", ['name' => "Load {$intake->id}"])
                ->assertOk()
                ->assertJson(['state' => 'waiting']);
        }
        $this->postJson("/api/intakes/{$first->id}/undo")->assertStatus(409);
        $this->postJson("/api/intakes/{$second->id}/place", ['before' => $first->id])->assertOk();
        self::assertSame([$second->id, $first->id], Intake::query()->where('state', 'waiting')->orderBy('queue_place')->pluck('id')->all());
        $this->postJson("/api/intakes/{$first->id}/stop")
            ->assertOk()
            ->assertJson(['state' => 'ready']);
        self::assertSame(0, DB::table('supporters')->count());

        $busy->refresh();
        app(Runner::class)->run($busy);
        self::assertSame(
            ['loaded', 'ready', 'loaded'],
            [$busy->refresh()->state->value, $first->refresh()->state->value, $second->refresh()->state->value],
            'The one that waited went on by itself.',
        );
        $this->postJson("/api/intakes/{$first->id}/place", ['before' => null])->assertStatus(409);
    }

    public function test_a_load_is_stopped_and_goes_on_where_it_was(): void
    {
        config(['sieve.load_chunk' => 1]);
        $intake = $this->sifted(
            "Last name,First name,Gift date,Amount\nLee,Ann,2020-01-02,1\nPark,Bo,2020-01-02,2\nDahl,Cy,2020-01-02,4\n",
        );
        $intake->begin(IntakeState::Loading);
        app(Loading::class)->step($intake);
        $this->postJson("/api/intakes/{$intake->id}/stop")
            ->assertOk()
            ->assertJson(['state' => 'stopped']);
        self::assertFalse(app(Runner::class)->run($intake), 'The worker notices and stops.');
        self::assertSame(1, DB::table('supporters')->count());

        $this->postJson("/api/intakes/{$intake->id}/continue")->assertOk();
        self::assertSame(
            [3, '7.00', 'loaded'],
            [DB::table('supporters')->count(), DB::table('gifts')->sum('amount'), $intake->refresh()->state->value],
        );
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
    }

    public function test_a_stopped_load_is_taken_back(): void
    {
        config(['sieve.load_chunk' => 1]);
        $before = $this->records();
        $intake = $this->sifted("Last name,First name\nLee,Ann\nPark,Bo\n");
        $intake->begin(IntakeState::Loading);
        app(Loading::class)->step($intake);
        $this->postJson("/api/intakes/{$intake->id}/stop")->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();

        self::assertSame([$before, 'ready'], [$this->records(), $intake->refresh()->state->value]);
    }

    public function test_held_rows_leave_with_reasons_and_come_back_corrected(): void
    {
        $this->holdUnreadable('email');
        $intake = $this->loaded(
            "Last name,First name,Email,Note,Gift date,Amount\nLee,Ann,ann at example.org,=SUM(1),2020-01-02,5\nPark,Bo,bo@example.org,-5 C,2020-01-03,6\nDahl,Cy,cy@example.org,,,\n",
        );
        $csv = $this->get("/api/intakes/{$intake->id}/held.csv")
            ->assertOk()
            ->streamedContent();
        self::assertSame(
            "\xEF\xBB\xBF" . '"Last name","First name",Email,Note,"Gift date",Amount,"Row in the source","Held because"',
            strtok($csv, "\r"),
        );
        self::assertStringContainsString("'=SUM(1)", $csv);
        self::assertStringContainsString('""ann at example.org"" is not an email address. Correct it, or leave this value out', $csv);
        self::assertStringNotContainsString('Park', $csv);

        // It finds its row again: no second intake, and the same row is settled.
        $report = $this->upload(str_replace('"ann at example.org",', 'ann@example.org,', $csv), 'corrected.csv')
            ->assertOk()
            ->json('settled');
        self::assertSame(['rows' => 1, 'corrected' => 1, 'settled' => 1, 'still_held' => 0, 'not_held' => 0], $report);
        self::assertSame(1, DB::table('intakes')->count());
        self::assertSame(0, DB::table('intake_edits')->where('column', 3)->count(), 'The guard before a formula is no correction.');
        self::assertSame('11.00', DB::table('gifts')->sum('amount'));
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        self::assertSame(
            ['rows' => 1, 'corrected' => 0, 'settled' => 0, 'still_held' => 0, 'not_held' => 1],
            $this->upload($csv)->assertOk()->json('settled'),
            'A second time there is nothing to settle.',
        );
    }

    public function test_what_a_file_says_reaches_nobody_is_marked_and_undone(): void
    {
        $this->loaded("Donor ID,Last name,Email,Phone\n1,Lee,a@example.org,207-555-0101\n2,Park,b@example.org,\n");
        $before = $this->records();
        $intake = $this->loaded(
            "Donor ID,Last name,Email,Email bounced,Phone,Wrong number,Address,City,State,Zip,Returned mail\n" .
                "1,Lee,a@example.org,Y,207-555-0101,,1 Elm St,Saco,ME,04072,X\n2,Park,new@example.org,,,,,,,,\n3,Oak,c@example.org,hard,207-555-0103,Y,,,,,\n4,Elm,d@example.org,N,,,,,,,\n5,Fir,e@example.org,N,,,,,,,\n",
        );
        $conditions = static fn(string $table): array => DB::table($table)->orderBy('id')->pluck('condition')->all();

        self::assertSame(['undeliverable', 'good', 'good', 'good', 'good'], $conditions('emails'));
        self::assertSame(['good', 'undeliverable'], $conditions('phones'));
        self::assertSame(['undeliverable'], $conditions('addresses'));
        self::assertSame('hard', DB::table('unread_values')->value('value'));
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame($before, $this->records());
    }

    public function test_undo_puts_everything_back(): void
    {
        $this->loaded("Legacy No,Last name,First name,Email\nX1,Lee,Ann,ann@example.org\n,Park,Bo,bo@example.org\n");
        $before = $this->records();
        $intake = $this->loaded(
            "Legacy No,Last name,First name,Middle name,Email,Phone,Street,City,State,Zip,Gift date,Amount\nX1,Lee,Ann,Mary,a2@example.org,603-555-0143,12 elm street,DOVER,NH,3820,2020-01-02,5\n,Park,Bo,,bo@example.org,,,,,,2020-01-03,6\n,Dahl,Cy,,cy@example.org,,,,,,2020-01-04,7\n",
            ['effect' => 'replace', 'accept_addresses' => true],
        );
        self::assertNotSame($before, $this->records());
        $preview = $this->getJson("/api/intakes/{$intake->id}/undo")
            ->assertOk()
            ->json();
        self::assertSame(['removed' => 1, 'restored' => 2], $preview['supporters']);

        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame($before, $this->records());
        $this->getJson("/api/intakes/{$intake->id}")->assertJson(['state' => 'undone']);
        self::assertEquals(
            $preview,
            $this->getJson("/api/intakes/{$intake->id}/proof")->json('undo_report'),
            'What the preview says is what happens.',
        );
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertStatus(409);
    }

    public function test_undo_keeps_what_was_changed_since_and_says_so(): void
    {
        $intake = $this->loaded(
            "Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2020-01-02,5\nPark,Bo,bo@example.org,2020-01-02,6\n",
        );
        $this->loaded("Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2021-01-02,9\n");
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();

        $report = $this->getJson("/api/intakes/{$intake->id}/proof")->json('undo_report');
        self::assertSame([['removed' => 1, 'restored' => 1], ['removed' => 2]], [$report['supporters'], $report['gifts']]);
        self::assertSame(['supporter'], array_map(static fn(array $kept): string => explode(':', $kept['thing'])[0], $report['kept']));
        self::assertSame(['Ann'], DB::table('supporters')->pluck('first_name')->all());
        self::assertSame(['9.00'], DB::table('gifts')->pluck('amount')->all(), 'The gift of the later intake stays.');
    }

    public function test_every_write_is_in_the_journal(): void
    {
        $intake = $this->loaded("Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2020-01-02,5\n");
        $entry = DB::table('journal')->sole();

        $act = Act::query()->findOrFail($entry->act_id);
        self::assertSame(
            [ActKind::Load, ActState::Done, $intake->id, $this->user()->id, 1],
            [$act->kind, $act->state, $act->intake_id, $act->user_id, $act->records],
        );
        self::assertSame(['supporter', $intake->refresh()->act_id, 2], [$entry->owner_kind, $entry->act_id, $entry->row_number]);
        self::assertSame(
            ['email' => 'create', 'gift' => 'create', 'supporter' => 'create'],
            DB::table('journal_things')->where('entry_id', $entry->id)->orderBy('kind')->pluck('action', 'kind')->all(),
        );
        self::assertSame(['supporter', 'email', 'gift'], array_column(json_decode((string) $entry->changes, true), 'subject'));
        $this->getJson("/api/intakes/{$intake->id}/records?outcome=new")->assertJsonPath('rows.0.display', 'Ann Lee');
    }
}
