<?php

/*
 * How long the list of supporters takes at size.
 */

declare(strict_types=1);

use App\Accounts\Role;

require __DIR__ . '/world.php';

$supporters = (int) ($argv[1] ?? 200000);
$populate($supporters);
$someone = $person(intdiv($supporters, 2));
$paths = [
    'one supporter' => 'supporters/5',
    'first page' => 'supporters',
    'page 100' => 'supporters?page=100',
    'a last name' => "supporters?q={$someone['last']}",
    'first and last name' => "supporters?q={$someone['first']}+{$someone['last']}",
    'three letters of a name' => 'supporters?q=bar',
    'an email' => "supporters?q={$someone['email']}",
    'gifts' => 'gifts',
];
$timed(array_map(static fn(string $path): array => ['GET', $path, []], $paths), $benchUser(Role::Reader), 'one supporter');
