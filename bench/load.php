<?php

/*
 * A whole intake at size: 50,000 rows by 20 columns, one in ten already known, into a database of 100,000 supporters;
 * against the time that LOAD DATA takes for the same rows into a bare table.
 * With --growth: what becomes of the working out, and how much is held, as the database grows to 1,000,000 supporters, or as many as are named.
 * bin/bench load [rows] [supporters] | load --growth [rows] [most supporters]
 */

declare(strict_types=1);

use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\IntakeState;
use App\Intakes\Proof\Proof;
use App\Intakes\Runner;
use App\Intakes\Sources\Opening;
use App\Matching\Editions;
use App\Matching\RuleSets;
use PineSieve\Core\Names\SupporterKind;

require __DIR__ . '/world.php';

/** A file of so many rows, one in ten of whom is among so many supporters. */
$written = static function (int $rows, int $supporters, int $newFrom) use ($person): string {
    $path = storage_path('app/bench.csv');
    $file = fopen($path, 'w') ?: throw new RuntimeException("No file {$path}.");
    $headers = [
        'Legacy ID',
        'Title',
        'First Name',
        'Middle',
        'Last Name',
        'Suffix',
        'Organization',
        'Address 1',
        'Address 2',
        'City',
        'State',
        'ZIP',
        'Country',
        'Email',
        'Phone',
        'Since',
        'Gift Date',
        'Gift Amount',
        'Fund',
        'Payment Type',
    ];
    fputcsv($file, $headers, ',', '"', '');
    for ($i = 0; $i < $rows; $i++) {
        $n = $i % 10 === 0 ? $i % $supporters : $newFrom + $i;
        $p = $person($n);
        fputcsv(
            $file,
            [
                $p['id'],
                $i % 5 === 0 ? 'Dr.' : '',
                $p['first'],
                '',
                $p['last'],
                '',
                '',
                strtoupper($p['line1']),
                $i % 9 === 0 ? 'Apartment 4' : '',
                'GANNET COVE',
                'Maine',
                $p['zip'],
                'USA',
                $p['email'],
                preg_replace('/^\+1(\d{3})(\d{3})(\d{4})$/', '($1) $2-$3', $p['phone']),
                sprintf('2015-%02d-%02d', ($i % 12) + 1, ($i % 28) + 1),
                sprintf('%d/%d/2024', ($i % 12) + 1, ($i % 28) + 1),
                sprintf('$%d.00', 10 + ($i % 400)),
                'General fund',
                $i % 2 === 0 ? 'Check' : 'Visa',
            ],
            ',',
            '"',
            '',
        );
    }
    fclose($file);

    return $path;
};
$runner = app(Runner::class);
/** The intake, up to where its rows are worked out next. */
$opened = static function (string $path) use ($runner): Intake {
    $intake = app(Opening::class)->open($path, 'bench.csv', null, 'bench', null, new IntakeSettings(acceptAddresses: true));
    $runner->run($intake);
    $intake->setColumnPlan($intake->columnPlan()->settledUnasked());

    return $intake;
};
if (($argv[1] ?? '') === '--growth') {
    [$rows, $most] = [(int) ($argv[2] ?? 5000), (int) ($argv[3] ?? 1_000_000)];
    $there = $first = 0;
    $say(sprintf('%12s %12s %10s %10s %10s %12s', 'supporters', 'rows/s', 'of first', 'held', 'updated', 'edition'));
    foreach (array_filter([1000, 20_000, 100_000, 1_000_000], static fn(int $size): bool => $size <= $most) as $size) {
        $populate($size, null, $there);
        $there = $size;
        $counted = microtime(true);
        app(Editions::class)->make(app(RuleSets::class)->used(SupporterKind::Person), app(RuleSets::class)->comparers());
        $counted = microtime(true) - $counted;
        $intake = $opened($written($rows, $size, 2_000_000));
        $began = microtime(true);
        $intake->begin(IntakeState::Sifting);
        $runner->run($intake);
        $rate = $rows / (microtime(true) - $began);
        $first = $first === 0 ? $rate : $first;
        $outcomes = app(Proof::class)->report($intake)['outcomes'];
        $say(
            sprintf(
                '%12s %12s %10.2f %9.2f%% %9.2f%% %10.1f s',
                number_format($size),
                number_format($rate),
                $rate / $first,
                (100 * $outcomes['held']) / $rows,
                (100 * $outcomes['updated']) / $rows,
                $counted,
            ),
        );
    }
    exit();
}
$rows = (int) ($argv[1] ?? 50000);
$supporters = (int) ($argv[2] ?? 100000);
$populate($supporters);
// As an installation does at night, and once many have come in.
app(Editions::class)->make(app(RuleSets::class)->used(SupporterKind::Person), app(RuleSets::class)->comparers());
$path = $written($rows, $supporters, $supporters);

$began = microtime(true);
$at = static function (string $what) use (&$began, &$last, $say, $rows): float {
    $now = microtime(true);
    $took = $now - ($last ?? $began);
    $last = $now;
    $say(sprintf('  %-28s %6.1f s  %s rows/s', $what, $took, number_format($rows / $took)));

    return $took;
};
$last = null;
$intake = $opened($path);
$at('read, stage, profile');
$intake->begin(IntakeState::Sifting);
$runner->run($intake);
$at('check, match, plan');
$intake->begin(IntakeState::Loading);
$runner->run($intake);
$at('load, journal');
$whole = microtime(true) - $began;
$report = app(Proof::class)->report($intake);
$say(
    sprintf(
        'whole intake: %.1f s, %s rows a second, peak memory %.0f MB',
        $whole,
        number_format($rows / $whole),
        memory_get_peak_usage(true) / 1048576,
    ),
);
$say(json_encode($report['outcomes']) . ' balanced: ' . ($report['balanced'] ? 'yes' : 'no'));

$bare = $loader();
$bare->exec(
    'create table bare (' . implode(',', array_map(static fn(int $i): string => "c{$i} varchar(190)", range(1, 20))) . ') engine=InnoDB',
);
$start = microtime(true);
$bare->exec(
    'load data local infile ' .
        $bare->quote($path) .
        " into table bare fields terminated by ',' optionally enclosed by '\"' ignore 1 lines",
);
$load = microtime(true) - $start;
$say(sprintf('LOAD DATA of the same rows into a bare table: %.2f s; the whole intake takes %.0f times as long', $load, $whole / $load));
