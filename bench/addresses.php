<?php

declare(strict_types=1);

/*
 * Addresses put into postal form, against merely reading the lines of their file.
 * bin/bench addresses [lines]
 */

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Reading\ReadAs;
use PineSieve\Core\Reading\SourceFile;

require __DIR__ . '/../vendor/autoload.php';

$lines = (int) ($argv[1] ?? 1_000_000);
mt_srand(20_261_129);
$syllables = [
    'bar',
    'cor',
    'dun',
    'el',
    'fen',
    'gar',
    'hol',
    'is',
    'jor',
    'kel',
    'lor',
    'mar',
    'nes',
    'or',
    'pel',
    'ros',
    'sel',
    'tor',
    'ven',
    'wil',
];
$name = static fn(): string => ucfirst($syllables[mt_rand(0, 19)] . $syllables[mt_rand(0, 19)] . (mt_rand(0, 2) === 0 ? ' Hill' : ''));
/** Few streets have many houses, as in life. */
$common = static fn(array $list): mixed => $list[(int) (count($list) * (mt_rand() / mt_getrandmax()) ** 2.5) % count($list)];
$suffixes = [
    'Street',
    'St',
    'St.',
    'STREET',
    'Avenue',
    'Ave',
    'Road',
    'Rd',
    'Lane',
    'Drive',
    'Dr',
    'Court',
    'Circle',
    'Place',
    'Terrace',
    'Way',
    'Blvd',
];
$streets = array_map(
    static fn(): string => (mt_rand(0, 6) === 0 ? ['North ', 'N ', 'S. ', 'West '][mt_rand(0, 3)] : '') .
        $name() .
        ' ' .
        $suffixes[mt_rand(0, 16)],
    range(1, 8000),
);
$units = ['', '', '', '', '', '', ' Apt %d', ', Apt. %dB', ' #%d', ', Suite %d', ' Unit %d'];
$towns = array_map(
    static fn(int $i): array => [
        mt_rand(0, 4) === 0 ? strtoupper($name()) : $name(),
        ['ME', 'NH', 'Mass.', 'VT'][$i % 4],
        ['04%03d', '03%03d', '1%03d', '5%03d'][$i % 4],
    ],
    range(1, 400),
);
$file = tempnam(sys_get_temp_dir(), 'addresses') . '.csv';
$stream = fopen($file, 'wb');
fputcsv($stream, ['Street', 'Second line', 'City', 'State', 'ZIP'], escape: '');
for ($i = 0; $i < $lines; $i++) {
    [$city, $state, $zip] = $common($towns);
    $street =
        mt_rand(0, 24) === 0
            ? ['P.O. Box ', 'RR 2 Box ', 'Route '][mt_rand(0, 2)] . mt_rand(1, 900)
            : mt_rand(1, 2400) . ' ' . $common($streets);
    fputcsv(
        $stream,
        [$street . sprintf($units[mt_rand(0, 10)], mt_rand(1, 60)), '', $city, $state, sprintf($zip, mt_rand(10, 99))],
        escape: '',
    );
}
fclose($stream);

/** @param  callable(list<string>): mixed  $each */
$over = static function (callable $each) use ($file): float {
    $start = microtime(true);
    foreach (SourceFile::open($file)->reader(new ReadAs())->rows() as $number => $cells) {
        if ($number > 1) {
            $each($cells);
        }
    }

    return microtime(true) - $start;
};
[$changed, $faults] = [0, 0];
$standardizer = new AddressStandardizer();
$read = $over(static fn(array $cells): int => count($cells));
$done = $over(static function (array $cells) use ($standardizer, &$changed, &$faults): void {
    $result = $standardizer->standardize(new Address($cells[0], $cells[1] ?? '', $cells[2] ?? '', $cells[3] ?? '', $cells[4] ?? ''));
    $changed += $result->changes === [] ? 0 : 1;
    $faults += count($result->faults);
});
$say = static fn(string $what, float $took) => printf("  %-40s %6.1f s %9s lines a second\n", $what, $took, number_format($lines / $took));
$say('read', $read);
$say('read and put into postal form', $done);
printf(
    "  %.2f times the time of reading; %s changed, %s faults; peak memory %d MB\n",
    $done / $read,
    number_format($changed),
    number_format($faults),
    memory_get_peak_usage() / 1e6,
);
unlink($file);
