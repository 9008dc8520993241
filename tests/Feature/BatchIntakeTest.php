<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Batches\Batch;
use App\Batches\Batches;
use App\Intakes\Plans\SavedPlan;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;

/** A file whose gifts wait in a batch: the supporters come in, the money is looked over first. */
final class BatchIntakeTest extends TestCase
{
    private const FILE = "First name,Last name,Email,Gift date,Amount,Fund\nAnn,Lee,ann@example.org,2026-11-20,25.50,General\nBo,Park,bo@example.org,2026-11-21,10,Boat\nCy,Ray,cy@example.org,2026-11-22,4.50,General\n";

    private function run_(string ...$arguments): Process
    {
        $process = new Process([PHP_BINARY, base_path('artisan'), ...$arguments], base_path(), [
            'DATA_DIR' => (string) getenv('DATA_DIR'),
            'APP_ENV' => 'testing',
        ]);
        $process->run();

        return $process;
    }

    private function file(string $content = self::FILE): string
    {
        $path = storage_path('app/batch.csv');
        file_put_contents($path, $content);

        return $path;
    }

    /** @return array<string, mixed> */
    private function bring(string ...$options): array
    {
        $run = $this->run_('intake:run', $this->file(), '--batch=November', '--json', ...$options);
        self::assertSame(0, $run->getExitCode(), $run->getErrorOutput());

        return json_decode($run->getOutput(), true);
    }

    public function test_the_gifts_wait_and_the_proof_balances(): void
    {
        $report = $this->bring();
        self::assertSame(
            [3, 0, ['name' => 'November', 'gifts' => 3, 'amount' => '40.00', 'state' => 'open'], true],
            [$report['supporters']['created'], $report['gifts']['created'], $report['batch'], $report['balanced']],
        );
        self::assertSame([0, 3], [DB::table('gifts')->count(), DB::table('batch_entries')->count()]);
        $proof = $this->as()
            ->getJson("/api/intakes/{$report['intake']}/proof")
            ->json();
        self::assertSame([['USD' => '40.00'], [], 3], [$proof['money']['batch'], $proof['money']['new'], $proof['in_batch']['gifts']]);

        $shown = $this->run_('batch:show', 'November', '--json');
        self::assertSame(
            [
                'batch' => 'November',
                'state' => 'open',
                'expected' => ['gifts' => 3, 'amount' => '40.00'],
                'entered' => ['gifts' => 3, 'amount' => '40.00'],
                'by_fund' => [
                    ['fund' => 'Boat', 'gifts' => 1, 'amount' => '10.00'],
                    ['fund' => 'General', 'gifts' => 2, 'amount' => '30.00'],
                ],
            ],
            json_decode($shown->getOutput(), true),
        );
        $posted = $this->run_('batch:post', 'November', '--json');
        self::assertSame([0, 'posted'], [$posted->getExitCode(), json_decode($posted->getOutput(), true)['state']]);
        self::assertSame(3, DB::table('gifts')->where('intake_id', $report['intake'])->count());
        self::assertTrue($this->getJson("/api/intakes/{$report['intake']}/proof")->json('balanced'), 'Posted or not, it is all there.');
    }

    public function test_the_same_file_twice_adds_nothing(): void
    {
        $this->bring();
        $again = $this->bring();
        self::assertSame([0, 3, '40.00'], [$again['outcomes']['new'], $again['batch']['gifts'], $again['batch']['amount']]);
        self::assertSame(
            ['gifts' => 3, 'amount' => '40.00'],
            json_decode($this->run_('batch:show', 'November', '--json')->getOutput(), true)['expected'],
        );
    }

    public function test_what_is_expected_is_said(): void
    {
        $this->bring('--expect=4,50.00');
        $refused = $this->run_('batch:post', 'November', '--json');
        self::assertSame(1, $refused->getExitCode());
        self::assertSame('open', json_decode($refused->getOutput(), true)['state'], 'Nothing of it is posted, and it is as it was.');
        self::assertSame(0, DB::table('gifts')->count());
        self::assertSame(0, $this->run_('batch:post', 'November', '--reason=One check bounced', '--json')->getExitCode());
        self::assertSame(2, $this->run_('batch:post', 'November', '--json')->getExitCode());
        self::assertSame(2, $this->run_('intake:run', $this->file(), '--batch=November', '--json')->getExitCode());
        self::assertSame(1, DB::table('intakes')->count(), 'It is refused before anything is read.');
    }

    /** @return iterable<string, array{list<string>}> */
    public static function refused(): iterable
    {
        yield 'a batch that is not there' => [['batch:show', 'None', '--json']];
        yield 'none to post' => [['batch:post', 'None']];
        yield 'no number' => [['intake:run', 'FILE', '--batch=New', '--expect=some']];
        yield 'a negative total' => [['intake:run', 'FILE', '--batch=New', '--expect=1,-5']];
        yield 'what is expected of no batch' => [['intake:run', 'FILE', '--expect=1,5.00']];
        yield 'a batch without a name' => [['intake:run', 'FILE', '--batch=']];
        yield 'no file' => [['intake:run', '/nowhere.csv', '--batch=New']];
    }

    /** @param  list<string>  $arguments */
    #[DataProvider('refused')]
    public function test_what_cannot_be_is_refused(array $arguments): void
    {
        $run = $this->run_(...array_map(fn(string $one): string => $one === 'FILE' ? $this->file() : $one, $arguments));
        self::assertSame([2, ''], [$run->getExitCode(), $run->getOutput()]);
        self::assertNotSame('', trim($run->getErrorOutput()));
        self::assertSame(0, Batch::query()->count(), 'No batch is left behind.');
    }

    public function test_who_posts_is_said_and_held_to(): void
    {
        $this->bring();
        $steward = $this->user();
        $this->as(Role::Administrator)
            ->putJson('/api/batch-settings', ['by_another' => true])
            ->assertOk();
        self::assertSame(2, $this->run_('batch:post', 'November')->getExitCode());
        self::assertSame(2, $this->run_('batch:post', 'November', '--by=nobody@example.org')->getExitCode());
        self::assertSame(2, $this->run_('batch:post', 'November', "--by={$this->user(Role::Reader)->email}")->getExitCode());
        self::assertSame(0, $this->run_('batch:post', 'November', "--by={$steward->email}")->getExitCode());
        self::assertSame($steward->id, Batch::query()->value('posted_by'));
    }

    public function test_undoing_the_intake_takes_what_is_not_posted_out_and_leaves_the_rest(): void
    {
        $first = $this->bring();
        self::assertSame(0, $this->run_('intake:undo', (string) $first['intake'])->getExitCode());
        self::assertSame([0, 0], [DB::table('batch_entries')->count(), DB::table('supporters')->count()]);

        $second = $this->bring();
        $this->run_('batch:post', 'November', '--reason=Twice expected');
        $this->run_('intake:undo', (string) $second['intake']);
        self::assertSame([3, 3], [DB::table('gifts')->count(), DB::table('supporters')->count()]);
        $kept = $this->as()
            ->getJson("/api/intakes/{$second['intake']}/proof")
            ->json('undo_report.kept');
        self::assertContains('It was posted with its batch, or taken out of it', array_column($kept, 'reason'));
        app(Batches::class)->takeBack(Batch::query()->sole(), null);
        self::assertSame([0, 3], [DB::table('gifts')->count(), DB::table('batch_entries')->count()]);
    }

    public function test_a_row_in_another_currency_is_held(): void
    {
        $run = $this->run_(
            'intake:run',
            $this->file(str_replace(['Fund', 'General', 'Boat'], ['Gift currency', 'USD', 'EUR'], self::FILE)),
            '--batch=November',
            '--json',
            '--problems',
        );
        $report = json_decode($run->getOutput(), true);
        self::assertSame([1, 2, true], [$report['outcomes']['held'], $report['batch']['gifts'], $report['balanced']]);
        self::assertContains('The batch is in USD', array_column($report['problems'], 'reason'));
    }

    public function test_what_is_loaded_after_the_batch_is_closed_goes_into_another(): void
    {
        $batch = app(Batches::class)->open('November', ['currency' => 'USD'], null);
        $intake = $this->sifted(self::FILE, ['batch' => $batch->id]);
        app(Batches::class)->makeReady($batch, null);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => $intake->name])->assertOk();

        self::assertSame(['November', 'November (2)'], Batch::query()->orderBy('id')->pluck('name')->all());
        self::assertSame([Batch::query()->max('id')], DB::table('batch_entries')->distinct()->pluck('batch_id')->all());
    }

    public function test_the_batch_is_chosen_for_one_file_alone(): void
    {
        $batch = app(Batches::class)->open('November', ['currency' => 'USD'], null);
        $intake = $this->sifted(self::FILE);
        $this->patchJson("/api/intakes/{$intake->id}", ['batch' => 999])->assertStatus(422);
        $this->patchJson("/api/intakes/{$intake->id}", ['batch' => $batch->id])->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/plan", ['name' => 'Monthly'])->assertSuccessful();
        self::assertNull(SavedPlan::query()->sole()->settings->batch);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => $intake->name])->assertOk();
        self::assertSame(3, DB::table('batch_entries')->where('batch_id', $batch->id)->count());

        app(Batches::class)->makeReady($batch, null);
        $other = $this->sifted("First name,Last name,Gift date,Amount\nDi,Fox,2026-11-22,7\n");
        $this->patchJson("/api/intakes/{$other->id}", ['batch' => $batch->id])->assertStatus(422);
    }

    public function test_a_plan_alone_says_what_would_wait(): void
    {
        $report = $this->bring('--dry-run');
        self::assertSame(
            [0, ['name' => 'November', 'gifts' => 0, 'amount' => '0.00', 'state' => 'open'], 0, true],
            [$report['gifts']['created'], $report['batch'], DB::table('batch_entries')->count(), $report['balanced']],
        );
        $proof = $this->as()
            ->getJson("/api/intakes/{$report['intake']}/proof")
            ->json();
        self::assertSame([3, ['USD' => '40.00']], [$proof['in_batch']['gifts'], $proof['money']['batch']]);
    }

    private static function posting(): Process
    {
        return new Process([PHP_BINARY, base_path('artisan'), 'batch:post', 'November'], base_path(), [
            'DATA_DIR' => (string) getenv('DATA_DIR'),
            'APP_ENV' => 'testing',
        ]);
    }

    public function test_whoever_is_killed_while_posting_has_posted_nothing(): void
    {
        $lines = "First name,Last name,Email,Gift date,Amount\n";
        for ($i = 0; $i < 400; $i++) {
            $name = strtr(substr(md5((string) $i), 0, 12), '0123456789', 'ghijklmnop');
            $lines .= "Ann,{$name},{$name}@example.org,2026-11-20,5\n";
        }
        $this->run_('intake:run', $this->file($lines), '--batch=November', '--json');
        $before = DB::table('batch_entries')->orderBy('id')->get()->all();
        self::assertCount(400, $before);

        $killed = self::posting();
        $killed->start();
        // In the middle of what it writes: some of its gifts are there, and seen by whoever does not wait for the end.
        $written = 0;
        DB::statement('set session transaction isolation level read uncommitted');
        while ($killed->isRunning() && $written === 0) {
            $written = DB::table('gifts')->count();
            usleep(1_000);
        }
        $killed->signal(SIGKILL);
        $killed->wait();
        DB::statement('set session transaction isolation level repeatable read');
        self::assertGreaterThan(0, $written, 'It was killed in the middle.');

        self::assertSame(0, DB::table('gifts')->count());
        self::assertEquals($before, DB::table('batch_entries')->orderBy('id')->get()->all());
        self::assertSame(
            ['open', 0],
            [Batch::query()->where('name', 'November')->sole()->state->value, DB::table('acts')->where('kind', 'post')->count()],
        );
        $again = self::posting();
        $again->mustRun();
        self::assertSame([400, 0], [DB::table('gifts')->count(), DB::table('batch_entries')->count()]);
    }

    public function test_posted_twice_at_once_it_is_posted_once(): void
    {
        $this->bring();
        $both = [self::posting(), self::posting()];
        array_walk($both, static fn(Process $process) => $process->start());
        $exits = array_map(static fn(Process $process): int => $process->wait(), $both);
        sort($exits);
        self::assertSame([0, 2], $exits);
        self::assertSame([3, 0], [DB::table('gifts')->count(), DB::table('batch_entries')->count()]);
        self::assertSame(1, DB::table('acts')->where('kind', 'post')->count());
    }

    public function test_someone_is_merged_while_their_gift_waits(): void
    {
        $this->bring();
        $ids = DB::table('supporters')->orderBy('id')->pluck('id')->all();
        $this->as()
            ->postJson('/api/merges', ['supporters' => [$ids[0], $ids[1]], 'survivor' => $ids[0]])
            ->assertCreated();
        $this->run_('batch:post', 'November', '--reason=Merged');
        self::assertSame('35.50', (string) DB::table('gifts')->where('supporter_id', $ids[0])->sum('amount'));
    }
}
