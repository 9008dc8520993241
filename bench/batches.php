<?php

/*
 * Batches at size: how long an action takes where 2,000 gifts are typed, how long posting 5,000 takes, for which all others wait,
 * and LOAD DATA of the rows that it writes into bare tables.
 * bin/bench batches [gifts] [supporters]
 */

declare(strict_types=1);

use App\Accounts\Role;
use App\Batches\Batches;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\RecordWriter;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

require __DIR__ . '/world.php';

$gifts = min(Batches::MOST, (int) ($argv[1] ?? Batches::MOST));
$supporters = (int) ($argv[2] ?? 100_000);
$typed = min(2000, $gifts);
$populate($supporters);
$batches = app(Batches::class);

$fill = static function (int $batch, int $from, int $to) use ($supporters): void {
    foreach (array_chunk(range($from, $to), 500) as $chunk) {
        $entries = array_map(
            static fn(int $n): Entry => new Entry(1 + (($n * 7) % $supporters), [
                Change::create(Subject::Entry, "bench:{$n}", [
                    'given_on' => '2026-01-15',
                    'amount' => '10.00',
                    'currency' => 'USD',
                    'fund' => 'General',
                    'kind' => 'check',
                    'reference' => "{$n}",
                    'batch_id' => "{$batch}",
                ]),
            ]),
            $chunk,
        );
        DB::transaction(static fn() => app(RecordWriter::class)->write($entries, Act::once(ActKind::Edit, null)));
    }
};

$batch = $batches->open('Bench', ['currency' => 'USD', 'expected_gifts' => $gifts, 'expected_amount' => "{$gifts}0.00"], null);
$fill($batch->id, 1, $typed);
$values = static fn(int $n): array => [
    'gift.amount' => '10.00',
    'gift.kind' => 'check',
    'gift.date' => '2026-01-15',
    'gift.reference' => "bench {$n}",
];
$say("With {$typed} gifts in the batch:");
$timed(
    [
        'one supporter' => ['GET', 'supporters/5', []],
        'the batch, all of it' => ['GET', "batches/{$batch->id}", []],
        'whom someone means' => ['GET', 'batch-supporters?q=bar', []],
        'what is held against the check' => ['GET', 'batch-supporters/5', []],
        'a gift looked at' => ['POST', "batches/{$batch->id}/entries/check", ['supporter' => 5, 'values' => $values(0)]],
        'a gift kept' => ['POST', "batches/{$batch->id}/entries", ['supporter' => 5, 'values' => $values(1), 'again' => true]],
    ],
    $benchUser(Role::Administrator),
    'one supporter',
);
$kept = DB::table('batch_entries')->where('batch_id', $batch->id)->count();
if ($kept < $gifts) {
    $fill($batch->id, $typed + 1, $typed + $gifts - $kept);
}

$batches->makeReady($batch, null);
$start = microtime(true);
$batches->post($batch, 'Measured', null);
$post = microtime(true) - $start;
$say(sprintf('Posted %d gifts in %.2f s, %.0f a second; others wait for as long.', $gifts, $post, $gifts / $post));
$start = microtime(true);
$batches->takeBack($batch, null);
$say(sprintf('Taken back in %.2f s.', microtime(true) - $start));
$batches->post($batch, 'Measured', null);

// What posting wrote, into tables that look like them.
$load = 0.0;
$bare = $loader();
foreach (
    [
        'gifts' => 'batch_id = ' . $batch->id,
        'journal' => 'act_id = ' . $batch->refresh()->act_id,
        'journal_things' => 'entry_id in (select id from journal where act_id = ' . $batch->act_id . ')',
    ]
    as $table => $where
) {
    $path = storage_path("app/bench-{$table}.txt");
    $file = fopen($path, 'w') ?: throw new RuntimeException("No file {$path}.");
    foreach (DB::select("select * from {$table} where {$where}") as $row) {
        fputcsv($file, array_map(static fn(mixed $value): string => $value === null ? '\N' : (string) $value, (array) $row), ',', '"', '');
    }
    fclose($file);
    DB::statement("create table bare_{$table} like {$table}");
    $start = microtime(true);
    $bare->exec(
        'load data local infile ' .
            $bare->quote($path) .
            " into table bare_{$table} fields terminated by ',' optionally enclosed by '\"' escaped by ''",
    );
    $load += microtime(true) - $start;
}
$say(sprintf('LOAD DATA of the rows that it wrote: %.2f s; posting takes %.0f times as long', $load, $post / $load));
