<?php

/*
 * How long the list of supporters takes at size: pages and searches through the HTTP kernel, the middle of nine tries.
 */

declare(strict_types=1);

use App\Models\Role;
use App\Models\User;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

require __DIR__.'/world.php';

$supporters = (int) ($argv[1] ?? 200000);
$populate($supporters);
$user = User::query()->create(['name' => 'Bench', 'email' => 'bench@example.org', 'password' => 'bench', 'role' => Role::Reader]);
config(['session.driver' => 'array']);
$kernel = app(Kernel::class);
$someone = $person(intdiv($supporters, 2));
$base = 0.0;
foreach (['one supporter' => 'supporters/5', 'first page' => 'supporters', 'page 100' => 'supporters?page=100', 'a last name' => "supporters?q={$someone['last']}", 'first and last name' => "supporters?q={$someone['first']}+{$someone['last']}", 'three letters of a name' => 'supporters?q=bar', 'an email' => "supporters?q={$someone['email']}", 'gifts' => 'gifts'] as $what => $path) {
    $times = [];
    for ($i = 0; $i < 9; $i++) {
        Auth::setUser($user);
        $began = microtime(true);
        $response = $kernel->handle(Request::create("/api/{$path}", 'GET', server: ['HTTP_ACCEPT' => 'application/json']));
        $times[] = (microtime(true) - $began) * 1000;
        if ($response->getStatusCode() !== 200) {
            throw new RuntimeException("{$path} answered {$response->getStatusCode()}");
        }
    }
    sort($times);
    $base = $base === 0.0 ? $times[4] : $base;
    $say(sprintf('  %-26s %6.0f ms  %5.1f times one supporter', $what, $times[4], $times[4] / $base));
}
