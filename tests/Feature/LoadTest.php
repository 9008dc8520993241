<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\AnotherWorker;
use App\Intakes\Loading;
use App\Models\Intake;
use App\Models\IntakeState;
use App\Models\Role;
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
        $intake = $this->loaded("Last name,First name,Email,Phone,Gift date,Amount\nLee,Ann,ann@example.org,,2020-01-02,1\nPark,Bo,bo@example.org,,,\nDahl,Cy,cy@example.org,,,\nPell,Di,di@example.org,,,\nLee,Ann,ann@example.org,603-555-0143,2020-01-02,1\nLee,Ann,ann@example.org,603-555-0199,2020-01-03,2\n", ['effect' => 'replace']);

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
        $intake = $this->sifted("Last name,First name\nPark,Bo\n");

        self::assertStringContainsString('is being loaded', (string) $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertStatus(409)->json('message'));
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => ''])->assertStatus(422);
    }

    public function test_gift_entry_and_readers_may_not_load(): void
    {
        $intake = $this->sifted("Last name,First name\nLee,Ann\n");
        foreach ([Role::GiftEntry, Role::Reader] as $role) {
            $this->as($role)->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertStatus(403);
        }
        self::assertSame(0, DB::table('supporters')->count());
        $this->as(Role::Administrator)->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
        self::assertSame(1, DB::table('supporters')->count());
    }

    public function test_held_rows_leave_with_reasons_and_come_back_corrected(): void
    {
        $intake = $this->loaded("Last name,First name,Email,Note,Gift date,Amount\nLee,Ann,ann at example.org,=SUM(1),2020-01-02,5\nPark,Bo,bo@example.org,-5 C,2020-01-03,6\nDahl,Cy,cy@example.org,,,\n");
        $csv = $this->get("/api/intakes/{$intake->id}/held.csv")->assertOk()->streamedContent();
        self::assertSame("\xEF\xBB\xBF".'"Last name","First name",Email,Note,"Gift date",Amount,"Row in the source","Held because"', strtok($csv, "\r"));
        self::assertStringContainsString("'=SUM(1)", $csv);
        self::assertStringContainsString('""ann at example.org"" is not an email address. Correct it, or leave this value out', $csv);
        self::assertStringNotContainsString('Park', $csv);

        $again = $this->loaded(str_replace('ann at example.org,', 'ann@example.org,', $csv));
        self::assertSame(['new' => 1], $this->outcomes($again));
        self::assertSame(['left behind', 'left behind'], array_slice(array_column($this->getJson("/api/intakes/{$again->id}/columns")->json('columns'), 'state'), -2));
        self::assertStringContainsString('"=SUM(1)"', (string) DB::table('intake_rows')->where('intake_id', $again->id)->value('cells'), 'The guard is taken off again.');
        self::assertSame('11.00', DB::table('gifts')->sum('amount'));
    }

    public function test_undo_puts_everything_back(): void
    {
        $this->loaded("Legacy No,Last name,First name,Email\nX1,Lee,Ann,ann@example.org\n,Park,Bo,bo@example.org\n");
        $before = $this->records();
        $intake = $this->loaded("Legacy No,Last name,First name,Middle name,Email,Phone,Street,City,State,Zip,Gift date,Amount\nX1,Lee,Ann,Mary,a2@example.org,603-555-0143,12 elm street,DOVER,NH,3820,2020-01-02,5\n,Park,Bo,,bo@example.org,,,,,,2020-01-03,6\n,Dahl,Cy,,cy@example.org,,,,,,2020-01-04,7\n", ['effect' => 'replace', 'accept_addresses' => true]);
        self::assertNotSame($before, $this->records());
        $preview = $this->getJson("/api/intakes/{$intake->id}/undo")->assertOk()->json();
        self::assertSame(['removed' => 1, 'restored' => 2], $preview['supporters']);

        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame($before, $this->records());
        $this->getJson("/api/intakes/{$intake->id}")->assertJson(['state' => 'undone']);
        self::assertEquals($preview, $this->getJson("/api/intakes/{$intake->id}/proof")->json('undo_report'), 'What the preview says is what happens.');
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertStatus(409);
    }

    public function test_undo_keeps_what_was_changed_since_and_says_so(): void
    {
        $intake = $this->loaded("Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2020-01-02,5\nPark,Bo,bo@example.org,2020-01-02,6\n");
        $this->loaded("Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2021-01-02,9\n");
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();

        $report = $this->getJson("/api/intakes/{$intake->id}/proof")->json('undo_report');
        self::assertSame([['removed' => 1, 'restored' => 1], ['removed' => 2]], [$report['supporters'], $report['gifts']]);
        self::assertSame(['supporter'], array_map(static fn (array $kept): string => explode(':', $kept['thing'])[0], $report['kept']));
        self::assertSame(['Ann'], DB::table('supporters')->pluck('first_name')->all());
        self::assertSame(['9.00'], DB::table('gifts')->pluck('amount')->all(), 'The gift of the later intake stays.');
    }

    public function test_every_write_is_in_the_journal(): void
    {
        $intake = $this->loaded("Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2020-01-02,5\n");
        $entry = DB::table('journal')->sole();

        self::assertSame(['load', $intake->id, 2, $this->user()->id], [$entry->cause, $entry->intake_id, $entry->row_number, $entry->user_id]);
        self::assertSame(['supporter', 'email', 'gift'], array_column(json_decode((string) $entry->changes, true), 'subject'));
        $this->getJson("/api/intakes/{$intake->id}/records?outcome=new")->assertJsonPath('rows.0.display', 'Ann Lee');
    }
}
