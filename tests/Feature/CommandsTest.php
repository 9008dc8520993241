<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;

/** Loads that recur, on the command line: real processes, as someone would start them. */
final class CommandsTest extends TestCase
{
    private const FILE = "Legacy No,Last name,First name,Email,Gift date,Amount\nX1,Lee,Ann,ann@example.org,12/25/2020,\$25.50\nX2,Park,Bo,bo@example.org,1/2/2021,10\nX3,,,c@example.org,1/3/2021,4.50\n";

    private function run_(string ...$arguments): Process
    {
        $process = new Process([PHP_BINARY, base_path('artisan'), ...$arguments], base_path(), [
            'DATA_DIR' => (string) getenv('DATA_DIR'),
            'APP_ENV' => 'testing',
        ]);
        $process->run();

        return $process;
    }

    private function file(string $content): string
    {
        $path = storage_path('app/run.csv');
        file_put_contents($path, $content);

        return $path;
    }

    public function test_run_again_and_undo(): void
    {
        $run = $this->run_('intake:run', $this->file(self::FILE), '--json', '--name=Monthly');
        self::assertSame(0, $run->getExitCode(), $run->getErrorOutput());
        $report = json_decode($run->getOutput(), true);
        self::assertSame(
            [
                'rows' => 3,
                'outcomes' => ['new' => 2, 'updated' => 0, 'unchanged' => 0, 'held' => 1, 'left_out' => 0],
                'supporters' => ['created' => 2, 'updated' => 0],
                'gifts' => ['created' => 2, 'amount' => '35.50', 'amounts' => ['USD' => '35.50']],
                'promised' => ['created' => 0, 'amounts' => []],
                'source_amount' => '40.00',
                'source_amounts' => ['USD' => '40.00'],
                'untaken' => [],
                'balanced' => true,
                'dry_run' => false,
            ],
            array_diff_key($report, ['intake' => 1]),
        );
        self::assertSame('Monthly', DB::table('intakes')->where('id', $report['intake'])->value('name'));

        $again = json_decode($this->run_('intake:run', $this->file(self::FILE), '--json')->getOutput(), true);
        self::assertSame(
            [['new' => 0, 'updated' => 0, 'unchanged' => 2, 'held' => 1, 'left_out' => 0], 0, true],
            [$again['outcomes'], $again['gifts']['created'], $again['balanced']],
        );

        $undo = json_decode($this->run_('intake:undo', (string) $report['intake'], '--json')->getOutput(), true);
        self::assertSame(
            ['intake' => $report['intake'], 'supporters' => ['removed' => 2, 'restored' => 0], 'gifts' => ['removed' => 2], 'kept' => []],
            $undo,
        );
        self::assertSame(2, $this->run_('intake:undo', (string) $report['intake'])->getExitCode());
        self::assertSame(2, $this->run_('intake:undo', '99')->getExitCode());
    }

    public function test_what_nothing_tells_is_told(): void
    {
        $run = $this->run_(
            'intake:run',
            $this->file(
                "Last name,First name,Email,Blurb,Gift date,Amount\nLee,Ann,ann@example.org,x7,2020-01-02,\u{a5}5000\nPark,Bo,bo@example.org,y8,2020-01-03,10\n",
            ),
            '--json',
        );
        $report = json_decode($run->getOutput(), true);

        self::assertSame(0, $run->getExitCode(), $run->getErrorOutput());
        self::assertStringContainsString('Left behind, since nothing tells what it is: "Blurb".', $run->getErrorOutput());
        // Money whose currency nobody can tell is no part of any other.
        self::assertEquals(['USD' => '10.00', 'XXX' => '5000.00'], $report['source_amounts']);
        self::assertSame(['10.00', 1, true], [$report['source_amount'], $report['outcomes']['held'], $report['balanced']]);
    }

    public function test_a_dry_run_writes_no_records(): void
    {
        $report = json_decode($this->run_('intake:run', $this->file(self::FILE), '--dry-run', '--json')->getOutput(), true);

        self::assertSame(
            [2, '35.50', true, true],
            [$report['supporters']['created'], $report['gifts']['amount'], $report['balanced'], $report['dry_run']],
        );
        self::assertSame([0, 0], [DB::table('supporters')->count(), DB::table('journal')->count()]);
    }

    public function test_what_is_ambiguous_or_unsure_is_held(): void
    {
        $report = json_decode(
            $this->run_(
                'intake:run',
                $this->file(
                    "Last name,First name,Email,Gift date,Amount\nLee,Ann,a@example.org,1/2/2020,5\nQuackenbush,Ottoline,o@example.org,3/3/2020,6\nQuackenbush,Ottoline,,2020-03-04,7\n",
                ),
                '--json',
            )->getOutput(),
            true,
        );

        self::assertSame(['new' => 1, 'updated' => 0, 'unchanged' => 0, 'held' => 2, 'left_out' => 0], $report['outcomes']);
        self::assertSame(['date.ambiguous'], DB::table('intake_problems')->pluck('code')->all());
    }

    public function test_a_saved_plan_is_used(): void
    {
        $this->as();
        $id = $this->upload("Last name,Day,Odd\nLee,1/2/2020,x\n")->json('id');
        $this->patchJson("/api/intakes/{$id}/columns/1", ['target' => 'first_known', 'date_order' => 'dmy']);
        $this->patchJson("/api/intakes/{$id}/columns/2", ['target' => null]);
        $this->postJson("/api/intakes/{$id}/plan", ['name' => 'Day first'])->assertOk();
        $this->run_('intake:run', $this->file("Last name,Day,Odd\nPark,3/4/2020,x\n"), '--plan=Day first');

        self::assertSame('2020-04-03', DB::table('supporters')->value('first_known_on'));
        $refused = $this->run_('intake:run', $this->file(self::FILE), '--plan=Nothing');
        self::assertSame(
            [2, true],
            [
                $refused->getExitCode(),
                str_contains($refused->getErrorOutput(), 'There is no column plan "Nothing". Saved plans: Day first.'),
            ],
        );
    }

    /** @return iterable<string, array{?string, list<string>, string}> */
    public static function unusable(): iterable
    {
        yield 'missing' => [null, [], 'There is no file'];
        yield 'empty' => ['', [], 'empty'];
        yield 'junk' => ["\x89PNG\r\n\x1a\n\0\0\0", [], 'not a spreadsheet'];
        yield 'encrypted' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1" . str_repeat("\0", 600), [], 'password'];
        yield 'a sheet of a text' => ["First,Last\nAnn,Lee\n", ['--sheet=People'], 'has no sheets'];
        yield 'header alone' => ["First,Last\n", [], 'no rows below its header'];
    }

    /** @param  list<string>  $options */
    #[DataProvider('unusable')]
    public function test_a_file_that_can_not_be_used_ends_with_two_and_plain_words(?string $content, array $options, string $says): void
    {
        $run = $this->run_('intake:run', $content === null ? '/nowhere.csv' : $this->file($content), ...$options);

        self::assertSame(2, $run->getExitCode());
        self::assertStringContainsString($says, $run->getErrorOutput());
        self::assertSame('', $run->getOutput());
    }

    public function test_a_worker_that_is_killed_leaves_nothing_half_done(): void
    {
        $rows = 3000;
        $lines = "Last name,First name,Email,Gift date,Amount\n";
        for ($i = 0; $i < $rows; $i++) {
            $name = strtr(substr(md5((string) $i), 0, 12), '0123456789', 'ghijklmnop');
            $lines .= "{$name},Ann,{$name}@example.org,2020-01-02,5\n";
        }
        config(['queue.default' => 'database']);
        $this->as();
        $id = $this->upload($lines)->json('id');
        $environment = [
            'DATA_DIR' => (string) getenv('DATA_DIR'),
            'APP_ENV' => 'testing',
            'QUEUE_CONNECTION' => 'database',
            'QUEUE_RETRY_AFTER' => '3',
            'LOAD_CHUNK' => '50',
            'SLICE_SECONDS' => '1',
            'CACHE_STORE' => 'array',
        ];
        $worker = fn(): Process => new Process(
            [PHP_BINARY, base_path('artisan'), 'queue:work', '--sleep=0.2', '--stop-when-empty', '--tries=0'],
            base_path(),
            $environment,
            null,
            60,
        );
        $worker()->mustRun();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();
        $worker()->mustRun();
        $this->postJson("/api/intakes/{$id}/load", ['name' => 'Killed'])->assertOk();

        $first = $worker();
        $first->start();
        for ($i = 0; $i < 400 && DB::table('intake_outcomes')->where('intake_id', $id)->count() < 200; $i++) {
            usleep(10_000);
        }
        $first->signal(SIGKILL);
        $first->wait();
        $done = DB::table('intake_outcomes')->where('intake_id', $id)->count();
        self::assertGreaterThan(0, $done);
        self::assertLessThan($rows, $done, 'It was killed in the middle.');
        self::assertSame(
            [$done, $done, $done],
            [DB::table('supporters')->count(), DB::table('gifts')->count(), DB::table('journal')->count()],
            'Whole chunks, nothing half.',
        );

        for ($i = 0; $i < 40 && $this->getJson("/api/intakes/{$id}")->json('state') !== 'loaded'; $i++) {
            $worker()->mustRun();
            usleep(200_000);
        }
        self::assertSame(
            [$rows, $rows, $rows],
            [DB::table('supporters')->count(), DB::table('gifts')->count(), DB::table('intake_outcomes')->where('intake_id', $id)->count()],
            'Nothing twice.',
        );
        self::assertTrue($this->getJson("/api/intakes/{$id}/proof")->json('balanced'));
    }
}
