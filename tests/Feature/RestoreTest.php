<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Installation\CannotRestore;
use App\Installation\RestorePoint;
use App\Installation\RestorePoints;
use App\Installation\Schedule;
use App\Intakes\Intake;
use App\Intakes\Loading\LoadQueue;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;

/** Restore points: a dump is taken, damage is done, and every table is as it was. */
final class RestoreTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Storage::disk('local')->deleteDirectory('restore-points');
    }

    /** @return array<string, list<string>> every table that is dumped, row by row */
    private function everything(): array
    {
        $tables = [];
        foreach (
            DB::select(
                "select table_name as name from information_schema.tables where table_schema = database() and table_type = 'BASE TABLE'",
            )
            as $table
        ) {
            // What is said of the restore itself is no part of what was restored.
            if (!in_array($table->name, ['sessions', 'cache', 'cache_locks', 'jobs', 'worker_signs', 'audit'], true)) {
                $rows = array_map(static fn($row): string => (string) json_encode($row), DB::select("select * from `{$table->name}`"));
                sort($rows);
                $tables[$table->name] = $rows;
            }
        }

        return $tables;
    }

    public function test_every_table_is_as_it_was(): void
    {
        $this->loaded(
            "Last name,First name,Email,Street,City,State,Zip,Groups,Gift date,Amount\nLee,Ann,ann@example.org,12 Elm St,Dover,NH,03820,Board,2020-01-02,5\nO'Brien,\"Zoë \\ \"\"Zo\"\"\",z@example.org,,,,,,,\n",
        );
        $this->postJson('/api/rules', ['subject' => 'supporter', 'field' => 'phone', 'strength' => 'should'])->assertCreated();
        $before = $this->everything();
        $this->as(Role::Administrator);
        $before['users'] = $this->everything()['users'];
        $name = $this->postJson('/api/restore-points')->assertCreated()->json('name');

        DB::table('supporters')->delete();
        DB::table('gifts')->update(['amount' => '999999.99']);
        DB::statement('drop table shortfalls');
        DB::table('users')->where('role', 'data steward')->delete();
        $this->postJson("/api/restore-points/{$name}/restore", ['confirm' => 'something else'])->assertStatus(422);
        self::assertSame(0, DB::table('supporters')->count());
        $restored = $this->postJson("/api/restore-points/{$name}/restore", ['confirm' => config('sieve.organization')])
            ->assertOk()
            ->json();

        self::assertSame($before, $this->everything());
        self::assertFalse(app()->isDownForMaintenance());
        $points = $this->getJson('/api/restore-points')->json('points');
        self::assertSame([$restored['before'], $name], array_column($points, 'name'), 'What was there before is kept.');
        self::assertSame([2, 1, true], [$points[1]['supporters'], $points[1]['gifts'], $points[1]['bytes'] > 1000]);
    }

    public function test_the_command_restores_too(): void
    {
        $this->loaded("Last name,First name\nLee,Ann\n");
        $before = $this->everything();
        $point = app(RestorePoints::class)->take(RestorePoints::BY_HAND);
        DB::table('supporters')->delete();
        $run = fn(string ...$arguments): Process => tap(
            new Process([base_path('bin/restore'), ...$arguments], base_path(), ['DATA_DIR' => (string) getenv('DATA_DIR')]),
        )->run();

        self::assertStringContainsString($point->name, $run()->getOutput());
        self::assertStringContainsString('is readable', $run($point->name, '--check')->getOutput());
        self::assertSame(
            [2, 'There is no restore point "nothing".'],
            [($none = $run('nothing', '--yes'))->getExitCode(), trim($none->getErrorOutput())],
        );
        $done = $run($point->name, '--yes');
        self::assertSame(0, $done->getExitCode(), $done->getErrorOutput());
        DB::purge();
        self::assertSame($before, $this->everything());
    }

    /** @return iterable<string, array{callable(string): void, string}> */
    public static function damage(): iterable
    {
        yield 'cut off' => [
            static fn(string $file) => file_put_contents($file, substr((string) file_get_contents($file), 0, 800)),
            'checksum differs',
        ];
        yield 'another file' => [static fn(string $file) => file_put_contents($file, gzencode('drop table users;')), 'checksum differs'];
        yield 'empty' => [static fn(string $file) => file_put_contents($file, ''), 'checksum differs'];
    }

    #[DataProvider('damage')]
    public function test_a_file_that_is_not_sound_is_not_restored(callable $damage, string $says): void
    {
        $this->loaded("Last name,First name\nLee,Ann\n");
        $points = app(RestorePoints::class);
        $point = $points->take(RestorePoints::BY_HAND);
        $damage(Storage::disk('local')->path("restore-points/{$point->name}.sql.gz"));
        $before = $this->everything();

        $this->as(Role::Administrator)
            ->getJson("/api/restore-points/{$point->name}/check")
            ->assertOk()
            ->assertJson(['readable' => false]);
        try {
            $points->restore($point);
            self::fail('It was restored.');
        } catch (CannotRestore $error) {
            self::assertStringContainsString($says, $error->getMessage());
        }
        unset($before['users']);
        self::assertSame($before, array_diff_key($this->everything(), ['users' => 1]));
    }

    public function test_a_dump_that_breaks_off_is_told_from_a_whole_one(): void
    {
        $points = app(RestorePoints::class);
        $point = $points->take(RestorePoints::BY_HAND);
        $path = Storage::disk('local')->path("restore-points/{$point->name}.sql.gz");
        $sql = (string) gzdecode((string) file_get_contents($path));
        foreach (
            [
                substr($sql, 0, -500) => 'breaks off',
                str_replace('CREATE TABLE `gifts`', 'CREATE TABLE `gofts`', $sql) => 'lacks the tables gifts',
            ]
            as $content => $says
        ) {
            file_put_contents($path, gzencode((string) $content));
            self::assertStringContainsString(
                $says,
                (string) $points->fault(
                    new RestorePoint($point->name, $point->at, '', null, 1, (string) hash_file('sha256', $path), $point->tables),
                ),
            );
        }
    }

    public function test_nothing_is_restored_while_something_is_under_way(): void
    {
        $point = app(RestorePoints::class)->take(RestorePoints::BY_HAND);
        $intake = $this->sifted("Last name,First name\nLee,Ann\n");
        Intake::query()
            ->whereKey($intake->id)
            ->update(['state' => 'loading']);
        $this->as(Role::Administrator)
            ->postJson("/api/restore-points/{$point->name}/restore", ['confirm' => config('sieve.organization')])
            ->assertStatus(422)
            ->assertJsonFragment(['message' => '"People" is being worked on. Stop it or wait until it is done; nothing was changed.']);
    }

    public function test_one_is_taken_before_a_load_that_asks_for_it(): void
    {
        $intake = $this->sifted("Last name,First name\nLee,Ann\n");
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Gala', 'restore_point' => true])->assertOk();
        [$point] = app(RestorePoints::class)->all();

        self::assertSame(
            ['before "Gala" was loaded', 0, $point->name],
            [$point->reason, $point->tables['supporters'], $intake->refresh()->restore_point],
        );
    }

    /** @return iterable<string, array{Schedule, string, ?string, bool}> schedule, now, the last one, whether one is due */
    public static function schedules(): iterable
    {
        yield 'never' => [new Schedule('never'), '2026-01-10 12:00', null, false];
        yield 'the first one' => [new Schedule('day', 2), '2026-01-10 02:00', null, true];
        yield 'before the hour' => [new Schedule('day', 2), '2026-01-10 01:59', '2026-01-09T02:10', false];
        yield 'the next day' => [new Schedule('day', 2), '2026-01-10 02:10', '2026-01-09T23:50', true];
        yield 'once a day' => [new Schedule('day', 2), '2026-01-10 23:00', '2026-01-10T02:10', false];
        yield 'not yet a week' => [new Schedule('week', 2), '2026-01-10 03:00', '2026-01-04T02:10', false];
        yield 'a week' => [new Schedule('week', 2), '2026-01-11 03:00', '2026-01-04T02:10', true];
        yield 'after a long rest' => [new Schedule('week', 2), '2026-03-11 03:00', '2026-01-04T02:10', true];
    }

    #[DataProvider('schedules')]
    public function test_when_one_is_due(Schedule $schedule, string $now, ?string $last, bool $isDue): void
    {
        self::assertSame($isDue, $schedule->isDue(Carbon::parse($now), $last));
    }

    public function test_the_schedule_keeps_as_many_as_it_says_and_none_of_those_by_hand(): void
    {
        $points = app(RestorePoints::class);
        $points->take(RestorePoints::BY_HAND);
        foreach (range(1, 3) as $day) {
            $this->travelTo(Carbon::parse("2026-01-0{$day} 05:00"));
            $points->onSchedule(new Schedule('day', 2, 2));
        }

        self::assertSame(['by hand' => 1, 'scheduled' => 2], collect($points->all())->countBy('reason')->sortKeys()->all());
        $this->as(Role::Administrator)
            ->putJson('/api/restore-points/schedule', ['every' => 'hour', 'hour' => 1, 'keep' => 1])
            ->assertStatus(422);
        self::assertSame(
            'week',
            $this->putJson('/api/restore-points/schedule', ['every' => 'week', 'hour' => 3, 'keep' => 5])
                ->assertOk()
                ->json('schedule.every'),
        );
        $this->getJson('/api/restore-points/..%2F..%2Fetc/check')->assertStatus(404);
    }

    /** @return iterable<string, array{bool, string}> whether what was to be restored is sound, what is done */
    public static function endings(): iterable
    {
        yield 'finished' => [true, 'had been cut off and is finished now'];
        yield 'gone back' => [false, 'its file is not sound: everything is as it was before'];
    }

    #[DataProvider('endings')]
    public function test_a_restore_that_was_killed_is_named_and_brought_to_an_end(bool $isSound, string $says): void
    {
        $points = app(RestorePoints::class);
        $this->loaded("Last name,First name\nLee,Ann\n");
        $old = $points->take(RestorePoints::BY_HAND);
        $this->loaded("Last name,First name\nPark,Bo\n");
        $now = $points->take('before it was restored');
        $folder = Storage::disk('local')->path('restore-points');
        // As a process leaves it that is killed between two statements.
        file_put_contents("{$folder}/under-way", json_encode(['point' => $old->name, 'before' => $now->name]));
        file_put_contents("{$folder}/2026-01-01-000000-000-abc.part", 'half');
        app()
            ->maintenanceMode()
            ->activate(['status' => 503]);
        DB::statement('drop table shortfalls');
        DB::table('supporters')->delete();
        if (!$isSound) {
            file_put_contents("{$folder}/{$old->name}.sql.gz", 'x');
        }

        $closed = (string) $this->getJson('/api/health')->assertStatus(503)->json('closed');
        self::assertStringContainsString("the restore of {$old->name} was cut off", $closed);
        $this->getJson('/api/session')->assertStatus(503);
        self::assertStringContainsString($says, (string) $points->finish());

        self::assertSame(
            $isSound ? ['Lee, Ann'] : ['Lee, Ann', 'Park, Bo'],
            DB::table('supporters')->orderBy('sort_name')->pluck('sort_name')->all(),
        );
        self::assertSame(0, DB::table('shortfalls')->count());
        self::assertFalse(app()->isDownForMaintenance());
        self::assertNull($this->getJson('/api/health')->json('closed'));
        self::assertSame([], glob("{$folder}/*.part"));
        self::assertNull($points->finish());
        self::assertStringContainsString(
            $says,
            (string) DB::table('audit')->where('kind', 'restore point')->orderByDesc('id')->value('what'),
        );
    }

    public function test_what_a_restored_database_remembers_as_under_way_is_settled(): void
    {
        $states = ['reading' => 'reading', 'sifting' => 'sifting', 'loading' => 'loading', 'undoing' => 'undoing', 'waiting' => 'ready'];
        foreach (array_keys($states) as $state) {
            $intake = $this->sifted("Last name,First name\nLee,Ann {$state}\n");
            Intake::query()
                ->whereKey($intake->id)
                ->update(['name' => $state, 'state' => $state, 'queue_place' => $state === 'waiting' ? 1 : null]);
        }
        foreach (['waiting', 'searching', 'done'] as $state) {
            DB::table('duplicate_searches')->insert(['state' => $state, 'created_at' => now()]);
        }
        $points = app(RestorePoints::class);
        $point = $points->take(RestorePoints::BY_HAND);
        Intake::query()->delete();
        DB::table('duplicate_searches')->delete();
        DB::table('jobs')->insert(['queue' => 'default', 'payload' => '{}', 'attempts' => 0, 'available_at' => 0, 'created_at' => 0]);
        $points->restore($point);

        self::assertSame(
            $states,
            Intake::query()->get()->mapWithKeys(static fn(Intake $intake): array => [$intake->name => $intake->state->value])->all(),
        );
        self::assertSame(
            array_fill(0, 4, 'This was under way when the restore point was taken. Nothing is half done.'),
            Intake::query()->whereNotNull('error')->pluck('error')->all(),
        );
        self::assertSame(['failed', 'failed', 'done'], DB::table('duplicate_searches')->orderBy('id')->pluck('state')->all());
        self::assertSame(0, DB::table('jobs')->where('payload', '{}')->count());
        // Nothing holds the next one up.
        self::assertNull(app(LoadQueue::class)->busy());
        $points->restore($points->take(RestorePoints::BY_HAND));
    }
}
