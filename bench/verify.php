<?php

declare(strict_types=1);

/*
 * Addresses asked of the postal directory in batches of a hundred, against the stand-in asked for the same without any of our own work.
 * bin/bench verify [addresses]
 */

use App\AddressChecks\AddressCheck;
use App\AddressChecks\CheckState;
use App\AddressChecks\CheckWork;
use App\Addresses\Directory\DirectorySettings;
use App\Intakes\Intake;
use App\Intakes\Runner;
use App\Intakes\Sources\Opening;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\Http;
use PineSieve\StandIns\Directory\Desk;

require __DIR__ . '/../vendor/autoload.php';

$addresses = (int) ($argv[1] ?? 20_000);
$world = require __DIR__ . '/../stand-ins/Directory/world.php';
$app = require __DIR__ . '/../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

$folder = sys_get_temp_dir() . '/bench-stand-in-' . getmypid();
mkdir($folder);
$socket = stream_socket_server('tcp://127.0.0.1:0');
$port = (int) substr(strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
fclose($socket);
$server = proc_open(
    [PHP_BINARY, '-d', 'opcache.enable_cli=1', '-S', "127.0.0.1:{$port}", __DIR__ . '/../stand-ins/web.php'],
    [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
    $pipes,
    null,
    [...getenv(), 'STAND_INS' => $folder],
);
config(['sieve.notice_hosts' => ["127.0.0.1:{$port}"]]);
while (@fsockopen('127.0.0.1', $port) === false) {
    usleep(50_000);
}
(new DirectorySettings("http://127.0.0.1:{$port}/directory", Desk::KEY))->keep();

$asked = [];
for ($i = 0; $i < $addresses; $i++) {
    [$city, $state, $zips] = $world['towns'][$i % count($world['towns'])];
    $asked[] = [
        'line1' => 1 + intdiv($i, 216) . ' ' . $world['streets'][intdiv($i, 9) % count($world['streets'])],
        'city' => $city,
        'state' => $state,
        'postal_code' => $zips[0],
        'country' => 'US',
    ];
}

$start = microtime(true);
foreach (array_chunk($asked, 100) as $chunk) {
    $questions = array_map(static fn(array $one, int $id): array => ['id' => (string) $id, ...$one], $chunk, array_keys($chunk));
    Http::withToken(Desk::KEY)
        ->post("http://127.0.0.1:{$port}/directory/v1/verify", ['addresses' => $questions])
        ->json();
}
$alone = microtime(true) - $start;

$file = $folder . '/list.csv';
$stream = fopen($file, 'w');
fputcsv($stream, ['Street', 'City', 'State', 'Zip'], ',', '"', '');
foreach ($asked as $one) {
    fputcsv($stream, [$one['line1'], $one['city'], $one['state'], $one['postal_code']], ',', '"', '');
}
fclose($stream);
$intake = app(Opening::class)->open($file, 'list.csv', null, purpose: Intake::LIST);
app(Runner::class)->run($intake);
$check = AddressCheck::query()->create([
    'kind' => AddressCheck::LIST,
    'name' => 'Bench',
    'state' => CheckState::Waiting,
    'intake_id' => $intake->id,
    'began_at' => now(),
]);
$check->refresh();
$work = app(CheckWork::class);
$took = [];
while ($check->state->isWorking()) {
    $state = $check->state->value;
    $start = microtime(true);
    $work->step($check);
    $took[$state] = ($took[$state] ?? 0) + microtime(true) - $start;
}
proc_terminate($server);
array_map(unlink(...), array_filter(glob("{$folder}/*") ?: [], is_file(...)));
rmdir($folder);

$say = static fn(string $what, float $seconds) => printf(
    "  %-52s %6.1f s %8s a second\n",
    $what,
    $seconds,
    number_format($addresses / $seconds),
);
$say('the stand-in, asked without us', $alone);
foreach (
    ['reading' => 'read and put into postal form', 'asking' => 'asked, a hundred at a time', 'settling' => 'settled']
    as $state => $words
) {
    $say($words, $took[$state]);
}
printf(
    "  asking takes %.2f times what the stand-in takes; %s confirmed; peak memory %d MB\n",
    $took['asking'] / $alone,
    number_format($check->figures['confirmed'] ?? 0),
    memory_get_peak_usage() / 1e6,
);
