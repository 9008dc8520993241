<?php

declare(strict_types=1);

/*
 * Makes a list of guests to be cleaned: addresses of the made-up towns as people write them, some that do not exist, some twice, one who
 * moved. All people are made up. Run: php demo/guests.php
 */

use Database\Seeders\DemoPeople;

require __DIR__ . '/../vendor/autoload.php';

$long = [' St' => ' Street', ' Ln' => ' Lane', ' Rd' => ' Road', ' Ave' => ' Avenue'];
$rows = [];
foreach ((new DemoPeople(99))->make(800) as $i => $person) {
    if ($person['line1'] === '' || count($rows) >= 500) {
        continue;
    }
    ['line1' => $street, 'line2' => $unit, 'city' => $city, 'zip' => $zip] = $person;
    $street = match (true) {
        $i % 5 === 1 => strtr($street, $long),
        $i % 7 === 2 => mb_strtoupper($street),
        $i % 17 === 6 => (string) preg_replace('/ (?:St|Ln|Rd|Ave|Dr|Ter)$/', '', $street),
        default => $street,
    };
    [$street, $unit] = $i % 9 === 1 && $unit !== '' ? ["{$street} {$unit}", ''] : [$street, $unit];
    $rows[] = [
        trim("{$person['first']} {$person['last']}"),
        $person['organization'],
        $street,
        $unit,
        $i % 23 === 4 ? substr($city, 0, -1) : $city,
        $person['state'],
        match (true) {
            $i % 11 === 3 => ltrim($zip, '0'),
            $i % 31 === 5 => '04511',
            default => $zip,
        },
        (string) (1 + ($i % 12)),
        $i % 40 === 1 ? "no nuts; asks for \"the window\"\nwheelchair" : '',
    ];
    if ($i % 29 === 7) {
        $rows[] = $rows[count($rows) - 1];
    }
}
$rows[] = ['Thomas Paget', '', '408 Schooner Ln', 'Apt 9', 'Skerry Bay', 'ME', '04103', '3', ''];
$file = fopen(__DIR__ . '/gala-guests.csv', 'w');
foreach ([['Guest', 'Company', 'Street', 'Apt', 'City', 'State', 'Zip', 'Table', 'Notes'], ...$rows] as $cells) {
    fputcsv($file, $cells, ';', '"', '');
}
fclose($file);
