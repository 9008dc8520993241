<?php

/*
 * A world for the benchmarks: boots the application and gives its people.
 */

declare(strict_types=1);

use App\Accounts\Role;
use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\RecordWriter;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Foundation\Http\Middleware\VerifyCsrfToken;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Changes\Effects;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;

require __DIR__ . '/../vendor/autoload.php';
$app = require __DIR__ . '/../bootstrap/app.php';
$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
DB::connection()->disableQueryLog();

$say = static fn(string $line) => print $line . PHP_EOL;
$syllables = [
    'bar',
    'cor',
    'dun',
    'el',
    'fen',
    'gar',
    'hol',
    'ist',
    'jor',
    'kel',
    'lor',
    'mar',
    'nes',
    'or',
    'pel',
    'quin',
    'ros',
    'sel',
    'tor',
    'ven',
    'wil',
    'yar',
    'zel',
    'ash',
    'brem',
];
/** From 0 to 1, always the same of a person and what it is for. */
$chance = static fn(int $n, string $for): float => hexdec(substr(hash('xxh3', "{$for} {$n}"), 0, 12)) / 16 ** 12;
/** A rank of $of as they are taken up in life: the first by very many, with a tail of those that hardly anybody has (Zipf, Mandelbrot). */
$rank = static fn(float $chance, int $of, float $flat): int => min($of - 1, (int) ($flat * (exp($chance * log(1 + $of / $flat)) - 1)));
// Person $n of a world with crowds as in life: one of 120 has the most frequent last name, many live in the same towns and streets; ways to be reached are each one's own.
$person = static function (int $n) use ($syllables, $chance, $rank): array {
    $word = static fn(int $k): string => ucfirst($syllables[$k % 25] . $syllables[intdiv($k, 25) % 25]);
    [$first, $last, $town] = [
        $rank($chance($n, 'first'), 1500, 6),
        $rank($chance($n, 'last'), 120_000, 12),
        $rank($chance($n, 'town'), 800, 8),
    ];
    $long = static fn(int $k): string => $word($k) .
        ($k < 625 ? '' : $syllables[intdiv($k, 625) % 25]) .
        ($k < 15_625 ? '' : $syllables[intdiv($k, 15_625) % 25]);
    // As many telephone numbers as there may be people, none of them twice.
    $line = ($n * 7_368_787 + 12_345) % 8_000_000;

    return [
        'first' => $long($first),
        'last' => $long($last) . ['son', 'er', 'man', 'wick', 'by', 'ford', 'ley'][$last % 7],
        'email' => "p{$n}@example.org",
        'phone' => sprintf('+1207%03d%04d', 200 + intdiv($line, 10_000), $line % 10_000),
        'line1' => 1 + (int) (1999 * $chance($n, 'house')) . ' ' . $word($rank($chance($n, 'street'), 625, 10)) . ' St',
        'zip' => sprintf('04%03d', 100 + $town),
        'id' => "B-{$n}",
    ];
};
/**
 * @param  ?callable(int): array<string, string>  $who  gives each of them; $person, if nobody else does
 * @param  int  $from  how many there are already
 */
$populate = static function (int $supporters, ?callable $who = null, int $from = 0) use ($person, $say): void {
    $who ??= $person;
    $began = microtime(true);
    $writer = app(RecordWriter::class);
    $planner = new Planner(new Effects());
    for (; $from < $supporters; $from += 1000) {
        $entries = [];
        for ($n = $from; $n < min($from + 1000, $supporters); $n++) {
            $p = $who($n);
            $address = new Address($p['line1'], '', 'Gannet Cove', 'ME', $p['zip'], 'US');
            $record = new IncomingRecord(
                SupporterKind::Person,
                new PersonName('', $p['first'], '', $p['last']),
                addresses: [IncomingAddress::of(new StandardizedAddress($address, $address, [], []), true)],
                emails: [new ContactPoint($p['email'])],
                phones: [new ContactPoint($p['phone'])],
            );
            $entries[] = new Entry("{$n}:supporter", $planner->plan((string) $n, $record, null));
        }
        DB::transaction(static fn() => $writer->write($entries, Act::once(ActKind::Demo, null)));
    }
    $say(sprintf('%s supporters made in %.1f s', number_format($supporters), microtime(true) - $began));
};

/**
 * How long requests take through the HTTP kernel, the middle of nine tries each.
 *
 * @param  array<string, array{string, string, array<string, mixed>}|callable(int): array{string, string, array<string, mixed>}>  $requests  what it is to method, path and input; the first is what the others are held against
 */
$timed = static function (array $requests, User $user, string $against) use ($say): void {
    config(['session.driver' => 'array']);
    VerifyCsrfToken::except(['*']);
    $kernel = app(Kernel::class);
    $base = 0.0;
    foreach ($requests as $what => $request) {
        $times = [];
        for ($i = 0; $i < 9; $i++) {
            [$method, $path, $input] = is_callable($request) ? $request($i) : $request;
            Auth::setUser($user);
            $began = microtime(true);
            $response = $kernel->handle(Request::create("/api/{$path}", $method, $input, server: ['HTTP_ACCEPT' => 'application/json']));
            $times[] = (microtime(true) - $began) * 1000;
            if (!$response->isSuccessful()) {
                throw new RuntimeException(
                    "{$path} answered {$response->getStatusCode()}: " . mb_substr((string) $response->getContent(), 0, 500),
                );
            }
        }
        sort($times);
        $base = $base === 0.0 ? $times[4] : $base;
        $say(sprintf('  %-34s %6.0f ms  %5.1f times %s', $what, $times[4], $times[4] / $base, $against));
    }
};
/** A connection that may read files into tables, as the application's may not. */
$loader = static fn(): PDO => new PDO(
    'mysql:host=127.0.0.1;dbname=pine_sieve;port=' . config('database.connections.mariadb.port'),
    'pine_sieve',
    (string) config('database.connections.mariadb.password'),
    [PDO::MYSQL_ATTR_LOCAL_INFILE => true],
);
$benchUser = static fn(Role $role): User => User::query()->create([
    'name' => 'Bench',
    'email' => 'bench@example.org',
    'password' => 'bench',
    'role' => $role,
]);
