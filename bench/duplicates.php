<?php

/*
 * The review of duplicates at size: a search through everyone, and what a person who reviews waits for, beside one supporter's page.
 */

declare(strict_types=1);

use App\Accounts\Role;
use App\Duplicates\DuplicateSearch;
use App\Duplicates\FindDuplicates;
use Illuminate\Support\Facades\DB;

require __DIR__ . '/world.php';

$clusters = (int) ($argv[1] ?? 20000);
$people = 3 * $clusters;
// The first of them stand there twice: every other one with another email and another phone, and so to be reviewed.
$populate($people + $clusters, static function (int $n) use ($person, $people): array {
    $p = $person($n % $people);

    return $n < $people || $n % 2 === 0
        ? $p
        : [...$p, 'email' => "other{$n}@example.org", 'phone' => sprintf('+1603%03d%04d', 220 + ($n % 700), $n % 10000)];
});
$began = microtime(true);
FindDuplicates::dispatchSync(DuplicateSearch::query()->create(['state' => 'waiting'])->id);
$search = DuplicateSearch::query()->sole();
$say(
    sprintf(
        'searched in %.1f s: %s, %s pairs compared, %s clusters certain and %s to be reviewed',
        microtime(true) - $began,
        $search->error ?? $search->state,
        number_format($search->compared),
        number_format($search->certain),
        number_format($search->review),
    ),
);

$pair = static function (int $i): array {
    $pair = DB::table('duplicate_pairs')
        ->where('certainty', 'review')
        ->orderBy('one')
        ->offset(100 + $i)
        ->limit(1)
        ->first(['one', 'other']);

    return [$pair->one, $pair->other];
};
$merge = static fn(): int => (int) DB::table('merges')->whereNull('undone_at')->max('id');
$timed(
    [
        'one supporter' => ['GET', 'supporters/5', []],
        'first page of clusters' => ['GET', 'duplicates', []],
        'last page of clusters' => ['GET', 'duplicates?page=' . intdiv($search->certain + $search->review, 50), []],
        'those to be reviewed' => ['GET', 'duplicates?certainty=review', []],
        'a cluster side by side' => static fn(int $i): array => ['POST', 'merges/preview', ['supporters' => $pair($i)]],
        'claimed' => static fn(int $i): array => ['POST', 'duplicates/claim', ['cluster' => $pair($i)[0]]],
        'merged' => static fn(int $i): array => ['POST', 'merges', ['supporters' => $pair($i)]],
        'taken apart' => static fn(): array => ['POST', "merges/{$merge()}/apart", []],
        'not the same' => static fn(int $i): array => ['POST', 'duplicates/not-the-same', ['supporters' => $pair($i)]],
        'a sample of the certain ones' => ['GET', 'duplicates/certain', []],
    ],
    $benchUser(Role::Administrator),
    'one supporter',
);
