<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\IntakeState;
use Illuminate\Support\Facades\DB;

/** A few rows before the rest: looked at, gone on with, or taken back. */
final class TrialTest extends TestCase
{
    private const CSV = "First name,Last name,Email,Gift date,Amount\nAnn,Lee,ann@example.org,2020-01-02,25\nBo,Park,bo@example.org,2020-01-03,30\nAnn,Lee,ann@example.org,2020-02-02,35\nCy,Dahl,not an email,2020-01-04,40\nDee,Moss,dee@example.org,2020-01-05,45\n";

    public function test_a_trial_and_then_the_rest(): void
    {
        $this->holdUnreadable('email');
        $intake = $this->sifted(self::CSV);
        $this->postJson("/api/intakes/{$intake->id}/trial", ['kind' => 'first', 'count' => 2])->assertOk();
        $intake->refresh();

        self::assertSame([IntakeState::Ready, 2, 2], [$intake->state, DB::table('supporters')->count(), DB::table('gifts')->count()]);
        $this->getJson("/api/intakes/{$intake->id}")->assertJson(['trial' => ['rows' => 2, 'done' => true], 'loaded_at' => null]);
        self::assertCount(2, $this->getJson("/api/intakes/{$intake->id}/records?outcome=new")->json('rows'));
        $this->postJson("/api/intakes/{$intake->id}/trial", ['kind' => 'first', 'count' => 2])->assertStatus(409);
        $this->deleteJson("/api/intakes/{$intake->id}")->assertStatus(422);

        // Working the rows out again leaves what is in as it came in.
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
        self::assertSame(['new' => 3, 'updated' => 1, 'held' => 1], $this->outcomes($intake->refresh()));
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'All'])->assertOk();
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame(
            [true, 3, 4, '135.00'],
            [$proof['balanced'], $proof['supporters']['created'], $proof['gifts']['created'], $proof['gifts']['amount']],
        );
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame([0, 0], [DB::table('supporters')->count(), DB::table('gifts')->count()]);
    }

    public function test_a_trial_taken_back_leaves_the_intake_as_it_was(): void
    {
        $this->loaded("First name,Last name,Email\nBo,Park,bo@example.org\n");
        $before = $this->records();
        $intake = $this->sifted(self::CSV);
        $this->postJson("/api/intakes/{$intake->id}/trial", ['kind' => 'rows', 'rows' => [3, 4, 99]])->assertOk();
        self::assertNotSame($before, $this->records());
        self::assertSame(
            1,
            $this->getJson("/api/intakes/{$intake->id}/undo")
                ->assertOk()
                ->json('supporters.removed'),
        );
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame($before, $this->records());
        self::assertSame([IntakeState::Ready, null], [$intake->refresh()->state, $intake->trial], 'Its rows are worked out anew.');
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'All'])->assertOk();
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame($before, $this->records());
        self::assertSame(0, $intake->refresh()->undo_report['kept_count'], 'What the trial did and took back is not missed.');
    }

    public function test_a_trial_needs_rows_that_come_in(): void
    {
        $this->holdUnreadable('email');
        $intake = $this->sifted(self::CSV);
        $this->postJson("/api/intakes/{$intake->id}/trial", ['kind' => 'rows', 'rows' => [5]])
            ->assertStatus(422)
            ->assertJson(['message' => 'None of these rows would come in, so there is nothing to try.']);
        $this->postJson("/api/intakes/{$intake->id}/trial", ['kind' => 'first', 'count' => 0])->assertStatus(422);
        $this->postJson("/api/intakes/{$intake->id}/trial", ['kind' => 'random', 'count' => 3])->assertOk();
        // A row about someone whom an earlier row makes needs that row as well.
        self::assertContains(DB::table('intake_outcomes')->where('intake_id', $intake->id)->count(), [3, 4]);
    }

    public function test_rows_that_come_in_by_conditions_and_kinds(): void
    {
        $intake = $this->sifted(
            "First name,Last name,Amount,Gift date,Status\nAnn,Lee,25,2020-01-02,paid\nFirst name,Last name,Amount,Gift date,Status\nBo,Park,30,2020-01-03,refunded\n,,55,,\nTotal,,55,,\n",
        );
        $id = $intake->id;
        $this->patchJson("/api/intakes/{$id}/plan", [
            'rows' => [
                'left_out' => ['header', 'total'],
                'conditions' => [['header' => 'status', 'how' => 'is not', 'value' => 'Refunded']],
            ],
        ])->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();

        self::assertSame(['new' => 1, 'held' => 1, 'left_out' => 3], $this->outcomes($intake->refresh()));
        $reasons = array_merge(...array_column($this->getJson("/api/intakes/{$id}/preview?outcome=left_out")->json('rows'), 'reasons'));
        self::assertSame(['A header in the middle of the file', 'Not so: "status" is not "Refunded"', 'A total or a footer'], $reasons);
        $this->patchJson("/api/intakes/{$id}/plan", [
            'rows' => ['conditions' => [['header' => 'Status', 'how' => 'resembles']]],
        ])->assertStatus(422);
        self::assertSame('25.00', $this->getJson("/api/intakes/{$id}/proof")->json('gifts.amount'));
    }

    public function test_pasted_cells_are_a_source(): void
    {
        $this->as();
        $id = $this->postJson('/api/intakes', ['text' => "First name\tLast name\tNote\nAnn\tLee\t\"two\nlines\"\n"])
            ->assertCreated()
            ->json('id');
        $source = $this->getJson("/api/intakes/{$id}/source")
            ->assertOk()
            ->json();

        self::assertSame(
            ["\t", ['First name', 'Last name', 'Note'], "two\nlines"],
            [$source['delimiter'], $source['headers'], $source['rows'][1]['cells'][2]],
        );
        $this->postJson('/api/intakes', ['text' => ' '])->assertStatus(422);
    }

    public function test_the_source_can_be_looked_at_in_the_order_of_a_column(): void
    {
        $this->as();
        $id = $this->upload("Name,Amount\nAnn Lee,9\nBo Park,100\nCy Dahl,\n")->json('id');

        self::assertSame([2, 3, 4], array_column($this->getJson("/api/intakes/{$id}/source?sort=1")->json('rows'), 'number'));
        self::assertSame([3, 2, 4], array_column($this->getJson("/api/intakes/{$id}/source?sort=1&descending=1")->json('rows'), 'number'));
    }
}
