<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Connections\Connection;
use App\Intakes\Plans\PlanFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use PineSieve\StandIns\Giving\Till;
use Symfony\Component\Process\Process;

/** A pull whose worker dies at any moment, again and again. */
final class ConnectionKilledTest extends TestCase
{
    private string $folder;

    private string $host;

    private Process $platform;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir() . '/platform' . bin2hex(random_bytes(4));
        File::makeDirectory($this->folder);
        file_put_contents("{$this->folder}/giving.json", json_encode(['quirks' => ['slow_ms' => 150]]));
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($socket);
        $this->host = (string) stream_socket_get_name($socket, false);
        fclose($socket);
        $this->platform = new Process(
            [PHP_BINARY, '-S', $this->host, base_path('stand-ins/web.php')],
            base_path(),
            ['STAND_INS' => $this->folder],
            null,
            null,
        );
        $this->platform->start();
        for ($i = 0; $i < 100 && @file_get_contents("http://{$this->host}/giving") === false; $i++) {
            usleep(50_000);
        }
        config(['queue.default' => 'database']);
    }

    protected function tearDown(): void
    {
        $this->platform->stop(0);
        File::deleteDirectory($this->folder);
        parent::tearDown();
    }

    private function worker(): Process
    {
        $environment = [
            'DATA_DIR' => (string) getenv('DATA_DIR'),
            'APP_ENV' => 'testing',
            'QUEUE_CONNECTION' => 'database',
            'QUEUE_RETRY_AFTER' => '1',
            'LOAD_CHUNK' => '20',
            'SLICE_SECONDS' => '1',
            'CACHE_STORE' => 'array',
            'NOTICE_HOSTS' => $this->host,
        ];

        return new Process(
            [PHP_BINARY, base_path('artisan'), 'queue:work', '--queue=default,long', '--sleep=0.2', '--stop-when-empty', '--tries=0'],
            base_path(),
            $environment,
            null,
            120,
        );
    }

    /** Workers die at any moment, then one lives; whatever died is taken up. */
    private function until(\Closure $isDone): void
    {
        for ($i = 0; $i < 6 && !$isDone(); $i++) {
            $worker = $this->worker();
            $worker->start();
            usleep(1000 * random_int(350, 1600));
            $worker->isRunning() ? $worker->signal(SIGKILL) : null;
            $worker->wait();
            $this->mustBeWhole();
        }
        for ($i = 0; $i < 40 && !$isDone(); $i++) {
            $this->worker()->mustRun();
            usleep(200_000);
        }
        self::assertTrue(
            $isDone(),
            (string) json_encode([
                DB::table('connection_pulls')->get(),
                DB::table('intakes')->get(['state']),
                DB::table('jobs')->get(['queue', 'attempts', 'reserved_at', 'available_at']),
            ]),
        );
    }

    private function mustBeWhole(): void
    {
        $pull = DB::table('connection_pulls')->sole();
        self::assertSame(
            $pull->state === 'done' ? [300, 1, true] : [0, 0, false],
            [
                DB::table('connection_transactions')->count(),
                DB::table('intakes')->count(),
                DB::table('connections')->value('place') !== null,
            ],
            'What was seen, the rows and the place are there together, or none of them.',
        );
        self::assertSame(DB::table('gifts')->count(), DB::table('gifts')->distinct()->count('source_id'), 'Nothing twice.');
    }

    public function test_nothing_is_lost_and_nothing_comes_in_twice(): void
    {
        $carried = json_decode((string) file_get_contents(base_path('demo/skerry-giving.json')), true);
        $form = [...$carried['form'], 'address' => "http://{$this->host}/giving/v1/charges", 'notices' => false];
        $id = $this->as()
            ->postJson('/api/connections', ['name' => 'Skerry Giving', 'form' => $form, 'key' => Till::KEY])
            ->assertCreated()
            ->json('connection.id');
        Connection::query()->sole()->takePlan(app(PlanFile::class)->read(json_encode($carried['plan'], JSON_THROW_ON_ERROR), null), null);
        $this->postJson("/api/connections/{$id}/pull", [])->assertAccepted();
        $state = fn(): ?string => $this->getJson("/api/connections/{$id}")->json('pulls.0.intake_state');
        $this->until(static fn(): bool => $state() === 'ready');
        $intake = $this->getJson("/api/connections/{$id}")->json('pulls.0.intake_id');
        $this->postJson("/api/intakes/{$intake}/load", ['name' => 'Killed'])->assertOk();
        $this->until(static fn(): bool => $state() === 'loaded');

        $held = DB::table('intake_results')->where('outcome', 'held')->count();
        self::assertSame([293, 293 - $held], [DB::table('intake_outcomes')->count(), DB::table('gifts')->count()]);
        self::assertSame([10, 37], [DB::table('promises')->count(), DB::table('gifts')->whereNotNull('promise_id')->count()]);
        self::assertTrue($this->getJson("/api/intakes/{$intake}/proof")->json('balanced'));
    }
}
