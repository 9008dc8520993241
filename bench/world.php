<?php

/*
 * A world for the benchmarks, in which nobody shares a name by chance: boots the application and gives its people.
 */

declare(strict_types=1);

use App\Models\Role;
use App\Models\User;
use App\Records\Cause;
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

require __DIR__.'/../vendor/autoload.php';
$app = require __DIR__.'/../bootstrap/app.php';
$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
DB::connection()->disableQueryLog();

$say = static fn (string $line) => print $line.PHP_EOL;
$syllables = ['bar', 'cor', 'dun', 'el', 'fen', 'gar', 'hol', 'ist', 'jor', 'kel', 'lor', 'mar', 'nes', 'or', 'pel', 'quin', 'ros', 'sel', 'tor', 'ven', 'wil', 'yar', 'zel', 'ash', 'brem'];
// Person $n of a world in which nobody shares a name by chance.
$person = static function (int $n) use ($syllables): array {
    $word = static fn (int $k): string => ucfirst($syllables[$k % 25].$syllables[intdiv($k, 25) % 25]);
    $last = $word($n % 625).strtolower($word(intdiv($n, 625) % 625));

    return ['first' => $word(($n * 7) % 625), 'last' => $last, 'email' => "p{$n}@example.org", 'phone' => sprintf('+1207%03d%04d', 220 + $n % 700, $n % 10000), 'line1' => ($n % 1900 + 1).' '.$word($n * 3 % 625).' St', 'zip' => sprintf('04%03d', 100 + $n % 800), 'id' => "B-{$n}"];
};
/** @param  ?callable(int): array<string, string>  $who  gives each of them; $person, if nobody else does */
$populate = static function (int $supporters, ?callable $who = null) use ($person, $say): void {
    $who ??= $person;
    $began = microtime(true);
    $writer = app(RecordWriter::class);
    $planner = new Planner(new Effects);
    for ($from = 0; $from < $supporters; $from += 1000) {
        $entries = [];
        for ($n = $from; $n < min($from + 1000, $supporters); $n++) {
            $p = $who($n);
            $address = new Address($p['line1'], '', 'Gannet Cove', 'ME', $p['zip'], 'US');
            $record = new IncomingRecord(SupporterKind::Person, new PersonName('', $p['first'], '', $p['last']), addresses: [IncomingAddress::of(new StandardizedAddress($address, $address, [], []), true)], emails: [new ContactPoint($p['email'])], phones: [new ContactPoint($p['phone'])]);
            $entries[] = new Entry("{$n}:supporter", $planner->plan((string) $n, $record, null));
        }
        DB::transaction(static fn () => $writer->write($entries, Cause::demo()));
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
            if (! $response->isSuccessful()) {
                throw new RuntimeException("{$path} answered {$response->getStatusCode()}: ".mb_substr((string) $response->getContent(), 0, 500));
            }
        }
        sort($times);
        $base = $base === 0.0 ? $times[4] : $base;
        $say(sprintf('  %-34s %6.0f ms  %5.1f times %s', $what, $times[4], $times[4] / $base, $against));
    }
};
$benchUser = static fn (Role $role): User => User::query()->create(['name' => 'Bench', 'email' => 'bench@example.org', 'password' => 'bench', 'role' => $role]);
