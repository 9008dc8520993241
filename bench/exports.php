<?php

declare(strict_types=1);

/*
 * Gifts and supporters out to CSV, against the database writing the same rows itself.
 * bin/bench exports [supporters] [gifts]
 */

use App\Exports\ExportAsked;
use App\Exports\Exporting;
use Illuminate\Support\Facades\DB;

require __DIR__ . '/world.php';

$supporters = (int) ($argv[1] ?? 200_000);
$gifts = (int) ($argv[2] ?? 1_000_000);
$populate($supporters);
DB::statement(
    "insert into gifts (id, supporter_id, given_on, amount, currency, kind, fund, appeal, reference)
    select seq, 1 + seq % {$supporters}, date_sub('2026-11-30', interval seq % 3650 day), 10 + seq % 90, 'USD',
        elt(1 + seq % 3, 'check', 'card', 'cash'), elt(1 + seq % 5, 'General', 'Roof', 'Boat', 'Nets', 'Kitchen'),
        elt(1 + seq % 7, 'Mail', 'Call', 'Web', null, null, null, null), seq from seq_1_to_{$gifts}",
);
$out = (string) tempnam(sys_get_temp_dir(), 'export');
$bare = [
    'gifts' => 'select g.id, g.supporter_id, s.display_name, g.given_on, g.amount, g.currency, g.fund, g.campaign, g.appeal,
        g.kind, g.reference from gifts g join supporters s on s.id = g.supporter_id',
    'supporters' => 'select s.id, s.kind, s.first_name, s.last_name, s.organization_name, e.address, p.number, a.line1, a.line2, a.city, a.state,
        a.postal_code, a.country from supporters s left join addresses a on a.supporter_id = s.id and a.is_primary
        left join emails e on e.supporter_id = s.id and e.is_primary left join phones p on p.supporter_id = s.id and p.is_primary',
];
foreach ($bare as $of => $select) {
    // The server may not write where we do: its rows are read past instead, which takes no less.
    $start = microtime(true);
    $pdo = DB::connection()->getPdo();
    $pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, false);
    $stream = fopen($out, 'w');
    foreach ($pdo->query($select, PDO::FETCH_NUM) as $row) {
        fputcsv($stream, $row, ',', '"', '');
    }
    fclose($stream);
    $pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, true);
    $alone = microtime(true) - $start;

    $start = microtime(true);
    $done = app(Exporting::class)->write(ExportAsked::of(['of' => $of]), 'csv', $out);
    $took = microtime(true) - $start;
    printf(
        "  %-11s %9s rows %6.1f s %8s a second; %.2f times a bare query into a file (%.1f s); peak memory %d MB\n",
        $of,
        number_format($done['rows']),
        $took,
        number_format($done['rows'] / $took),
        $took / $alone,
        $alone,
        memory_get_peak_usage() / 1e6,
    );
}
unlink($out);
