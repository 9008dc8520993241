<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\CarryOn;
use App\Intakes\IntakeState;
use App\Intakes\Loading\Loading;
use App\Intakes\Loading\LoadQueue;
use App\Intakes\Proof\Proof;
use App\Intakes\Runner;
use App\Standards\StandardsStore;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Columns\RowRules;
use RuntimeException;
use Symfony\Component\Process\Process;

/** A load ends, whatever stands in its rows, and whatever others do meanwhile. */
final class LoadSafetyTest extends TestCase
{
    private const FILE = "Last name,First name,Email\nLee,Ann,ann@example.org\nPark,Bo,bo@example.org\nDahl,Cy,cy@example.org\n";

    /** A name of its own for each number, like no other. */
    private static function word(int $number): string
    {
        return strtr(substr(md5("word {$number}"), 0, 9), '0123456789', 'ghijklmnop');
    }

    public function test_a_row_that_the_database_refuses_is_held_with_a_plain_reason_and_the_others_come_in(): void
    {
        $intake = $this->sifted(self::FILE);
        // What the checks did not foresee: a planned text that no column can hold.
        DB::update('update intake_results set changes = replace(changes, \'"Park"\', ?) where number = 3', [
            '"' . str_repeat('x', 500) . '"',
        ]);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();

        self::assertSame([['new' => 2, 'held' => 1], 'loaded'], [$this->outcomes($intake), $intake->refresh()->state->value]);
        self::assertSame(
            ['A text in it is too long to be stored'],
            array_column($this->getJson("/api/intakes/{$intake->id}/proof")->json('held_by_reason'), 'reason'),
        );
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
    }

    public function test_who_rests_on_a_row_that_is_held_at_the_load_is_planned_without_it(): void
    {
        config(['sieve.load_chunk' => 1, 'sieve.sift_chunk' => 2]);
        $intake = $this->sifted(
            "Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2020-01-01,5\nPark,Bo,bo@example.org,,\nLee,Ann,ann@example.org,2020-01-02,6\n",
        );
        DB::update('update intake_results set changes = replace(changes, \'"Ann"\', ?) where number = 2', [
            '"' . str_repeat('x', 500) . '"',
        ]);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();

        self::assertSame([['new' => 2, 'held' => 1], ['6.00']], [$this->outcomes($intake), DB::table('gifts')->pluck('amount')->all()]);
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
    }

    /** @return iterable<string, array{int}> */
    public static function chunks(): iterable
    {
        yield 'one chunk' => [1000];
        yield 'small ones' => [3];
        yield 'one by one' => [1];
    }

    /** Two files with people, couples and employers in common, both worked out before either is loaded. */
    #[DataProvider('chunks')]
    public function test_two_loads_with_people_in_common_that_were_worked_out_together(int $chunk): void
    {
        config(['sieve.load_chunk' => $chunk, 'sieve.sift_chunk' => $chunk]);
        $rows = static function (int $from, int $to, string $email): string {
            $csv = "First,Last,Spouse first,Email,Employer,Gift date,Amount\n";
            for ($i = $from; $i <= $to; $i++) {
                $csv .=
                    'Firs' .
                    self::word($i % 20) .
                    ',Last' .
                    self::word($i) .
                    ',' .
                    ($i % 3 === 0 ? 'Spou' . self::word($i) : '') .
                    ",p{$i}@{$email}," .
                    ($i % 4 === 0 ? 'Firm ' . self::word($i % 5) . ' Inc' : '') .
                    ",2020-01-02,{$i}\n";
            }

            return $csv . $csv;
        };
        $first = $this->sifted($rows(1, 30, 'example.org'));
        $second = $this->sifted($rows(10, 40, 'example.org'));
        foreach ([$first, $second] as $intake) {
            $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
        }

        self::assertSame(
            ['loaded', 'loaded'],
            [$first->refresh()->state->value, $second->refresh()->state->value],
            (string) $second->error,
        );
        foreach ([$first, $second] as $intake) {
            self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        }
        self::assertSame(
            40,
            DB::table('supporters')
                ->where('kind', 'person')
                ->where('last_name', 'like', 'Last%')
                ->where('first_name', 'like', 'Firs%')
                ->count(),
        );
        self::assertSame(0, DB::table('intake_results')->where('held_by', 'waits')->count());
    }

    public function test_standards_that_change_while_rows_are_worked_out_begin_them_anew(): void
    {
        config(['sieve.sift_chunk' => 1]);
        $intake = $this->sifted(self::FILE);
        $intake->begin(IntakeState::Sifting);
        $runner = app(Runner::class);
        $runner->run($intake, 0.0);
        $this->as()
            ->postJson('/api/rules', ['subject' => 'person', 'field' => 'phone', 'strength' => 'must'])
            ->assertCreated();
        // The process that was at it read the standards before.
        $intake->refresh();
        while ($intake->state === IntakeState::Sifting) {
            $runner->run($intake);
            $intake->refresh();
        }

        self::assertSame(['held' => 3], $this->outcomes($intake), 'No row was worked out by the old rules.');
        self::assertSame(3, DB::table('intake_results')->where('intake_id', $intake->id)->count());
    }

    public function test_a_load_that_waits_is_held_against_the_standards_in_force(): void
    {
        $busy = $this->sifted("Last name,First name\nMoss,Dee\n");
        $busy->forceFill(['state' => IntakeState::Loading])->save();
        $intake = $this->sifted(self::FILE);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])
            ->assertOk()
            ->assertJson(['state' => 'waiting']);
        $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'phone', 'strength' => 'must'])->assertCreated();
        $busy->forceFill(['state' => IntakeState::Mapping])->save();
        app(LoadQueue::class)->next();

        self::assertSame(['held' => 3], $this->outcomes($intake->refresh()));
        self::assertSame(0, DB::table('supporters')->count());
    }

    public function test_a_change_of_the_standards_leaves_a_load_that_has_begun_alone(): void
    {
        $intake = $this->sifted(self::FILE);
        $intake->begin(IntakeState::Loading);
        app(StandardsStore::class)->changed();

        self::assertSame('loading', $intake->refresh()->state->value);
    }

    public function test_a_load_that_broke_can_be_ended_from_the_screen(): void
    {
        config(['sieve.load_chunk' => 1]);
        $intake = $this->sifted(self::FILE);
        $intake->begin(IntakeState::Loading);
        app(Loading::class)->step($intake);
        (new CarryOn($intake->id))->failed(new RuntimeException('SQLSTATE[HY000] App\Records\Supporter select * from supporters'));
        $shown = $this->getJson("/api/intakes/{$intake->id}")->json();
        self::assertSame(
            'Something went wrong that the program did not expect. The log in the data folder has the details. Nothing is half done.',
            $shown['error'],
        );

        $this->postJson("/api/intakes/{$intake->id}/stop")
            ->assertOk()
            ->assertJson(['state' => 'stopped', 'error' => null]);
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame([0, 'ready'], [DB::table('supporters')->count(), $intake->refresh()->state->value]);
    }

    public function test_a_command_that_is_gone_keeps_nobody_waiting(): void
    {
        $gone = $this->sifted("Last name,First name\nMoss,Dee\n");
        $gone->forceFill(['state' => IntakeState::Loading, 'in_foreground' => true, 'seen_at' => now()->subMinutes(10)])->save();
        $intake = $this->loaded(self::FILE);

        self::assertSame('loaded', $intake->state->value);
        self::assertStringContainsString('ended from outside', (string) $gone->refresh()->error);
        $this->postJson("/api/intakes/{$gone->id}/continue")->assertOk();
        self::assertSame('loaded', $gone->refresh()->state->value);
    }

    public function test_two_commands_at_once_take_turns(): void
    {
        $this->as();
        $runs = [];
        foreach (['a', 'b'] as $name) {
            $path = storage_path("app/{$name}.csv");
            file_put_contents(
                $path,
                "Last name,First name,Email\n" .
                    implode(
                        '',
                        array_map(static fn(int $i): string => 'Last' . self::word($i) . ",Ann,p{$i}@example.org\n", range(1, 400)),
                    ),
            );
            $runs[$name] = new Process([PHP_BINARY, base_path('artisan'), 'intake:run', $path, '--json'], base_path(), [
                'DATA_DIR' => (string) getenv('DATA_DIR'),
                'APP_ENV' => 'testing',
                'SIFT_CHUNK' => '50',
                'LOAD_CHUNK' => '50',
            ]);
            $runs[$name]->start();
        }
        $created = 0;
        foreach ($runs as $run) {
            self::assertSame(0, $run->wait(), $run->getErrorOutput());
            $created += json_decode($run->getOutput(), true)['supporters']['created'];
        }
        self::assertSame([400, 400], [$created, DB::table('supporters')->count()]);
    }

    public function test_a_proof_that_does_not_balance_is_told_of_everywhere(): void
    {
        $intake = $this->loaded(self::FILE);
        DB::table('intake_outcomes')->where('intake_id', $intake->id)->where('number', 3)->delete();
        app(Proof::class)->keep($intake);

        self::assertFalse($this->getJson("/api/intakes/{$intake->id}")->json('balanced'));
        self::assertContains($intake->id, array_column($this->getJson('/api/today')->json('waiting'), 'id'));
    }

    public function test_an_answer_names_no_class_and_no_table(): void
    {
        $this->as();
        foreach (['/api/supporters/99/history', '/api/intakes/99', '/api/nothing'] as $path) {
            self::assertStringNotContainsString('Models', $this->getJson($path)->assertStatus(404)->json('message'));
        }
        DB::statement('alter table required_rules rename to required_rules_gone');
        try {
            $answer = $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'phone', 'strength' => 'must'])
                ->assertStatus(500)
                ->json('message');
        } finally {
            DB::statement('alter table required_rules_gone rename to required_rules');
        }
        self::assertStringEndsWith('What you just did was not saved.', $answer);
        self::assertStringNotContainsString('required_rules', $answer);
    }

    public function test_the_held_rows_by_reason_add_up(): void
    {
        $this->loaded("First name,Last name,Email\nMary,Smith,mary@example.org\n");
        $csv =
            "First,Last,Spouse first,Spouse last,Email,Gift date,Amount\nJohn,Smith,Mary,Smith,j@example.org,,\n,,,,bad@,2020-13-45,x\nAnn,Lee,,,ann@@example.org,2020-01-01,ten\nTotal,,,,,,500\n";
        $intake = $this->sifted($csv);
        $intake->setColumnPlan($intake->columnPlan()->withRows(new RowRules(['total'])));
        $intake->save();
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();

        self::assertSame(
            [$proof['outcomes']['held'], true],
            [array_sum(array_column($proof['held_by_reason'], 'rows')), $proof['outcomes']['held'] >= 2],
        );
        self::assertSame(['0.00', 1], [$proof['source_amount'], $proof['outcomes']['left_out']], 'A total is no money of the file.');
        $checks = $this->getJson("/api/intakes/{$intake->id}/checks")->json();
        self::assertSame([[], [['reason' => 'A total or a footer', 'rows' => 1]]], [$checks['by_person']['out'], $checks['by_rule']]);
    }
}
