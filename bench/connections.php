<?php

/*
 * How long a pull takes: 20,000 transactions in pages of 100 over HTTP, fetched, held against what was seen, worked out and loaded; and once
 * more, when all of it was seen before. Beside it merely fetching and parsing them.
 * bin/bench connections [transactions]
 */

declare(strict_types=1);

use App\Connections\Connection;
use App\Connections\Fetching;
use App\Connections\Pull;
use App\Connections\Pulling;
use App\Intakes\Console\InForeground;
use App\Intakes\IntakeState;
use App\Intakes\Plans\PlanFile;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Connections\ConnectionForm;

require __DIR__ . '/world.php';

$count = (int) ($argv[1] ?? 20_000);
$pages = [PHP_BINARY, '-d', 'memory_limit=2G', __DIR__ . '/pages.php', (string) $count];
$environment = ['PAGES' => storage_path('pages'), ...getenv()];
$quiet = [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']];
proc_close(proc_open($pages, $quiet, $pipes, null, $environment)) === 0 || throw new LogicException('The pages could not be written.');
$port = 24500 + (getmypid() % 400);
$server = proc_open([PHP_BINARY, '-S', "127.0.0.1:{$port}", __DIR__ . '/pages.php'], $quiet, $pipes, null, $environment);
usleep(700_000);
config(['sieve.notice_hosts' => ["127.0.0.1:{$port}"]]);
$carried = json_decode((string) file_get_contents(__DIR__ . '/../demo/skerry-giving.json'), true);
$form = [...$carried['form'], 'address' => "http://127.0.0.1:{$port}/", 'total' => ''];
$connection = Connection::query()->create(['name' => 'Bench', 'form' => ConnectionForm::of($form)->toArray(), 'key' => 'k']);
$connection->takePlan(app(PlanFile::class)->read(json_encode($carried['plan'], JSON_THROW_ON_ERROR), null), null);

$start = microtime(true);
$fetched = 0;
foreach (app(Fetching::class)->pages($connection, null, null) as $page) {
    $fetched += count($page->records);
}
$fetching = microtime(true) - $start;
$say(sprintf('merely fetched and parsed: %d in %.1f s, %d a second', $fetched, $fetching, $fetched / $fetching));

$start = microtime(true);
$pull = Pull::begin($connection, null, null, true, null);
$intake = app(Pulling::class)->pull($pull) ?? throw new LogicException('Nothing came.');
$pulled = microtime(true) - $start;
$memory = memory_get_peak_usage(true);
app(InForeground::class)->run($intake, $connection->plan, true);
$all = microtime(true) - $start;
if ($intake->refresh()->state !== IntakeState::Loaded) {
    throw new LogicException("It is {$intake->state->value}: {$intake->error}");
}
$say(
    sprintf(
        'pulled and loaded: %d rows in %.1f s, %d a second, %.1f times merely fetching; held against what was seen in %.1f s with %d MB; fetching is %.0f %% of the time',
        $intake->row_count,
        $all,
        $intake->row_count / $all,
        $all / $fetching,
        $pulled,
        $memory / 1_000_000,
        (100 * $fetching) / $all,
    ),
);
$held = DB::table('intake_results')->where('intake_id', $intake->id)->where('outcome', 'held')->count();
$say(sprintf('%d gifts, %d supporters, %d rows held', DB::table('gifts')->count(), DB::table('supporters')->count(), $held));

$start = microtime(true);
$again = Pull::begin($connection, '2020-01-01', null, true, null);
app(Pulling::class)->pull($again);
$say(
    sprintf(
        'once more: %d seen before of %d in %.1f s; peak memory %d MB',
        $again->seen_before,
        $again->fetched,
        microtime(true) - $start,
        memory_get_peak_usage(true) / 1_000_000,
    ),
);
proc_terminate($server);
