<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Installation\CannotRestore;
use App\Installation\RestorePoint;
use App\Installation\RestorePoints;
use App\Installation\TableVersion;
use App\Intakes\Intake;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\ActState;
use App\Records\Merge;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\DataProvider;

/** A restore point that was taken before the tables were drawn up anew: three files (one of them undone), a merge, an edit, a remedy. */
final class BaselineTest extends TestCase
{
    private const FOLDER = __DIR__ . '/../Support/baseline';

    protected function setUp(): void
    {
        parent::setUp();
        Storage::disk('local')->deleteDirectory('restore-points');
    }

    /** @param  callable(string): string  $change  of its SQL */
    private function point(?callable $change = null): RestorePoint
    {
        $about = json_decode((string) file_get_contents(self::FOLDER . '/baseline.json'), true, flags: JSON_THROW_ON_ERROR);
        $content = (string) file_get_contents(self::FOLDER . '/baseline.sql.gz');
        $content = $change === null ? $content : (string) gzencode($change((string) gzdecode($content)));
        $about['checksum'] = hash('sha256', $content);
        Storage::disk('local')->put("restore-points/{$about['name']}.sql.gz", $content);
        Storage::disk('local')->put("restore-points/{$about['name']}.json", (string) json_encode($about));

        return app(RestorePoints::class)->find($about['name']);
    }

    /** @return array{array<int, mixed>, array<int, mixed>} columns and indexes of all tables */
    private function schema(): array
    {
        return [
            DB::select(
                'select table_name, column_name, column_type, is_nullable, column_default, collation_name, extra from information_schema.columns where table_schema = database() order by table_name, column_name',
            ),
            DB::select(
                "select table_name, index_name, non_unique, group_concat(concat(column_name, coalesce(sub_part, '')) order by seq_in_index) as columns from information_schema.statistics where table_schema = database() group by table_name, index_name, non_unique order by table_name, index_name",
            ),
        ];
    }

    public function test_it_becomes_what_a_new_installation_has(): void
    {
        $fresh = $this->schema();
        app(RestorePoints::class)->restore($this->point());
        DB::purge();

        self::assertEquals($fresh, $this->schema());
        self::assertSame(['Lee, Ann', 'Pell, Di', 'Dahl, Eva'], DB::table('supporters')->orderBy('id')->pluck('sort_name')->all());
        $acts = Act::query()
            ->orderBy('id')
            ->get()
            ->map(static fn(Act $act): string => "{$act->kind->value} {$act->state->value} {$act->intake_id} {$act->records}")
            ->all();
        self::assertEqualsCanonicalizing(
            ['load done 1 3', 'load done 2 2', 'load undone 3 2', 'undo done 3 2', 'merge done  2', 'edit done  1', 'remedy done  3'],
            $acts,
        );
        self::assertSame(
            0,
            DB::table('journal')
                ->whereNotIn('act_id', DB::table('acts')->select('id'))
                ->count(),
        );
        self::assertSame(
            ['create' => 6],
            DB::table('journal_things as t')
                ->join('journal as j', 'j.id', 't.entry_id')
                ->whereIn('j.act_id', Act::query()->where('kind', ActKind::Load)->select('id'))
                ->where('t.kind', 'supporter')
                ->selectRaw('action, count(*) as n')
                ->groupBy('action')
                ->pluck('n', 'action')
                ->map(static fn(mixed $n): int => (int) $n)
                ->all(),
        );
    }

    public function test_what_was_done_before_is_told_and_taken_back(): void
    {
        app(RestorePoints::class)->restore($this->point());
        DB::purge();
        $this->as();
        $names = fn(string $query): array => array_column(
            $this->getJson("/api/supporters?{$query}")
                ->assertOk()
                ->json('supporters'),
            'name',
        );
        self::assertSame([['Dahl, Eva'], ['Lee, Ann']], [$names('intake=2&made=new'), $names('intake=2&made=changed')]);
        self::assertSame(
            ['remedy', 'edit', 'load', 'load'],
            array_column($this->getJson('/api/supporters/1/history')->json('entries'), 'cause'),
        );
        self::assertSame('File 2', $this->getJson('/api/supporters/1')->json('origins')['phone:1:number']['intake']['name']);

        // What had been undone is brought back, and the rest is undone.
        $this->postJson('/api/intakes/3/redo')->assertOk();
        self::assertSame(['Wren', 'Finch'], DB::table('supporters')->where('id', '>', 4)->orderBy('id')->pluck('last_name')->all());
        $remedy = Act::query()->where('kind', ActKind::Remedy)->sole();
        $this->as(Role::Administrator)
            ->postJson("/api/acts/{$remedy->id}/undo")
            ->assertOk();
        self::assertSame([0, ActState::Undone], [DB::table('supporters')->whereNotNull('birth_date')->count(), $remedy->refresh()->state]);
        $this->as()
            ->postJson('/api/merges/' . Merge::query()->sole()->id . '/apart')
            ->assertOk();
        self::assertSame(
            ['Pell', 'Moor'],
            DB::table('supporters')
                ->whereIn('id', [2, 3])
                ->orderBy('id')
                ->pluck('last_name')
                ->all(),
        );
        $this->postJson('/api/intakes/2/undo')->assertOk();
        self::assertSame(
            [0, 'undone'],
            [DB::table('phones')->where('supporter_id', 1)->count(), Intake::query()->findOrFail(2)->state->value],
        );
    }

    public function test_a_pledge_of_then_is_a_promise_and_is_taken_back_with_its_file(): void
    {
        $pledged = static fn(string $sql): string => str_replace(
            ["50.00,'USD',NULL", '\\"amount\\":[null,\\"50.00\\"],'],
            ["50.00,'USD','pledge'", '\\"amount\\":[null,\\"50.00\\"],\\"kind\\":[null,\\"pledge\\"],'],
            $sql,
        );
        app(RestorePoints::class)->restore($this->point($pledged));
        DB::purge();
        $promise = (array) DB::table('promises')->sole();
        self::assertSame(
            [3, 1, 'pledge', '2021-01-02', '50.00', 2],
            [
                $promise['id'],
                $promise['supporter_id'],
                $promise['kind'],
                $promise['promised_on'],
                $promise['amount'],
                $promise['intake_id'],
            ],
        );
        self::assertSame([1, 2, 4], DB::table('gifts')->orderBy('id')->pluck('id')->all());
        $this->as();
        self::assertSame(
            ['open', 'load'],
            [$this->getJson('/api/promises/3')->json('status'), $this->getJson('/api/promises/3')->json('history.0.cause')],
        );
        $again = $this->loaded("Last name,First name,Email,Gift date,Amount,Gift kind\nLee,Ann,ann@example.org,2021-01-02,50,pledge\n");
        self::assertSame(1, DB::table('promises')->where('supporter_id', 1)->count(), 'It is known still.');
        self::assertSame(0, DB::table('promises')->where('intake_id', $again->id)->where('supporter_id', 1)->count());
        $this->postJson('/api/intakes/2/undo')->assertOk();
        self::assertSame(0, DB::table('promises')->where('id', 3)->count());
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function strange(): iterable
    {
        yield 'an earlier one' => ['2026_11_28_000007_decide_clusters_by_why', '2026_11_28_000006b_something', 'of an earlier version'];
        yield 'a later one' => ['2026_11_28_000007_decide_clusters_by_why', '2031_01_01_000001_fly', 'of a later version'];
        yield 'another program' => ['2026_01_01_000001_create_accounts', '2027_create_posts', 'of a later version'];
    }

    #[DataProvider('strange')]
    public function test_tables_that_are_not_known_are_refused_before_anything_is_touched(string $name, string $instead, string $says): void
    {
        $this->loaded("Last name,First name\nLee,Ann\n");
        $before = $this->records();
        try {
            app(RestorePoints::class)->restore($this->point(static fn(string $sql): string => str_replace($name, $instead, $sql)));
            self::fail('It was restored.');
        } catch (CannotRestore $error) {
            self::assertStringContainsString($says, $error->getMessage());
            self::assertStringContainsString('Nothing was changed.', $error->getMessage());
        }
        self::assertSame($before, $this->records());
        self::assertNotNull(app(TableVersion::class)->fault([$instead]));
    }

    public function test_a_start_refuses_tables_of_another_version(): void
    {
        DB::table('migrations')->insert(['migration' => '2031_01_01_000001_fly', 'batch' => 9]);
        try {
            app(TableVersion::class)->bringUpToDate();
            self::fail('It was taken.');
        } catch (CannotRestore $error) {
            self::assertStringContainsString('of a later version', $error->getMessage());
        } finally {
            DB::table('migrations')->where('batch', 9)->delete();
        }
    }
}
