<?php

/*
 * Makes demo/old-database.csv: about 1,200 rows as an old system might export them, dirty in every way that one meets.
 * The same file every time. Run: php demo/make.php
 */

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Database\Seeders\DemoPeople;
use Database\Seeders\DemoSeeder;

$known = (new DemoPeople)->make(DemoSeeder::SUPPORTERS);
$dice = new DemoPeople(7);
$names = array_map(static fn (array $person): string => "{$person['first']} {$person['last']}", $known);
$new = array_values(array_filter((new DemoPeople(99))->make(880), static fn (array $person): bool => $person['kind'] !== 'household' && ! in_array("{$person['first']} {$person['last']}", $names, true)));

$rows = [];
$add = static function (array $person, ?array $gift, array $change = []) use (&$rows, $dice): void {
    static $serial = 0;
    $serial++;
    $month = static fn (string $iso): string => $iso === '' ? '' : ltrim(substr($iso, 5, 2), '0').'/'.ltrim(substr($iso, 8, 2), '0').'/'.substr($iso, 0, 4);
    $first = explode('-', $person['first_known']);
    $rows[] = [
        'Legacy No' => $person['old_id'],
        'Surname' => $person['last'],
        'Forename' => trim("{$person['first']} {$person['middle']}"),
        'Suffix' => $person['suffix'],
        'Organization' => $person['kind'] === 'organization' ? $person['organization'] : '',
        'Street' => $person['line1'],
        'Street 2' => $person['line2'],
        'Town' => $person['city'],
        'State' => $person['state'],
        'Zip Code' => $person['zip'],
        'E-Mail' => $person['email'],
        'Tel' => $person['phone'] === '' ? '' : preg_replace('/^\+1(\d{3})(\d{3})(\d{4})$/', '($1) $2-$3', $person['phone']),
        // Days up to the twelfth only: nothing in the column tells which number is the month.
        'Since' => sprintf('%02d/%02d/%d', (int) $first[1], 1 + (int) $first[2] % 12, (int) $first[0]),
        'Gift Dt' => $gift === null ? '' : $month($gift['date']),
        'Amt' => $gift === null ? '' : $gift['amount'],
        'Fund' => $gift['fund'] ?? '',
        'Paid By' => $gift === null ? '' : ['check' => 'Check', 'card' => $dice->pick(['Visa', 'credit card', 'MC']), 'cash' => 'cash', 'transfer' => 'ACH'][$gift['kind']],
        'Last Contact' => $dice->pick(['phone', 'letter', 'gala 2019', '', '', 'met at pier']),
        'Sort Key' => sprintf('%06d', $serial * 17 % 999983),
        'Mailing Code' => $dice->pick(['A', 'B', 'NL', '', '']),
        'Spare' => '',
        ...$change,
    ];
};

// People whom the database knows, found by id, by email, by name and address; some with gifts that it has already.
foreach (array_slice(array_values(array_filter($known, static fn (array $person): bool => $person['kind'] !== 'household')), 0, 330) as $i => $person) {
    $gift = $person['gifts'][0] ?? null;
    if ($i % 3 === 0) {
        $gift = ['date' => sprintf('2019-%02d-%02d', 1 + $i % 12, 13 + $i % 15), 'amount' => '40.00', 'fund' => 'General fund', 'kind' => 'check'];
    }
    // Some bring what the database lacks; some bring less than it has.
    $add($person['phone'] === '' && $i % 2 === 0 ? [...$person, 'phone' => sprintf('+1207555%04d', 100 + $i % 100)] : $person, $gift, $i % 4 === 1 ? ['E-Mail' => '', 'Tel' => ''] : []);
}
// New people, some with several gifts.
foreach ($new as $i => $person) {
    $person['old_id'] = sprintf('TH-%05d', 20000 + $i);
    $gifts = array_slice($person['gifts'], 0, 1 + (int) ($i % 5 === 0) * 2);
    foreach ($gifts === [] ? [null] : $gifts as $gift) {
        $add($person, $gift);
    }
}
$rows = array_slice($rows, 0, 1178);

// Same email, another name; the same name and nothing else: a person must look.
foreach (array_slice(array_values(array_filter($known, static fn (array $person): bool => $person['kind'] === 'person' && $person['email'] !== '')), 400, 12) as $i => $person) {
    $add([...$person, 'first' => $dice->pick(['Rowan', 'Linnea', 'Casper']), 'middle' => '', 'old_id' => '', 'gifts' => []], ['date' => '2021-05-'.(14 + $i), 'amount' => '30.00', 'fund' => 'Building', 'kind' => 'check']);
}
foreach (array_slice(array_values(array_filter($known, static fn (array $person): bool => $person['kind'] === 'person')), 700, 14) as $i => $person) {
    $add([...$person, 'middle' => '', 'old_id' => '', 'email' => '', 'phone' => '', 'line1' => '', 'line2' => '', 'city' => '', 'state' => '', 'zip' => ''], ['date' => '2022-11-'.(14 + $i), 'amount' => '20.00', 'fund' => 'Puffin nursery', 'kind' => 'cash']);
}

// The dirt. Every so many rows, each in another place.
foreach ($rows as $i => &$row) {
    $row['Town'] = $i % 9 === 2 ? mb_strtoupper($row['Town']) : $row['Town'];
    $row['Street'] = match ($i % 7) {
        1 => strtr($row['Street'], [' Rd' => ' Road', ' Ln' => ' Lane', ' St' => ' Street', ' Ave' => ' Avenue', ' Dr' => ' Drive', 'N ' => 'North ']),
        3 => mb_strtoupper($row['Street']),
        5 => str_replace('PO Box', 'P.O. Box', $row['Street']),
        default => $row['Street'],
    };
    $row['Street 2'] = $i % 2 === 0 ? str_replace('Apt', 'Apartment', $row['Street 2']) : $row['Street 2'];
    $row['State'] = match (true) {
        $i % 11 === 4 && $row['State'] === 'MA' => 'Mass.',
        $i % 11 === 5 && $row['State'] === 'ME' => 'Maine',
        default => $row['State'],
    };
    $row['Zip Code'] = match (true) {
        $i % 4 === 1 && str_starts_with($row['Zip Code'], '0') => substr($row['Zip Code'], 1),
        $i % 23 === 6 && $row['Zip Code'] !== '' => "{$row['Zip Code']}  ",
        $i === 118, $i === 540 => 'o4110',
        $i % 170 === 33 && $row['State'] === 'ME' => '03802',
        default => $row['Zip Code'],
    };
    $row['E-Mail'] = match (true) {
        $i % 97 === 12 && $row['E-Mail'] !== '' => str_replace('@', ' at ', $row['E-Mail']),
        $i % 131 === 40 && $row['E-Mail'] !== '' => str_replace('.org', '', $row['E-Mail']),
        $i % 17 === 8 && $row['E-Mail'] === '' => 'n/a',
        $i % 29 === 3 => mb_strtoupper($row['E-Mail']),
        default => $row['E-Mail'],
    };
    $row['Tel'] = $i % 211 === 20 && $row['Tel'] !== '' ? '555-0143' : $row['Tel'];
    $row['Surname'] = $i % 37 === 9 && $row['Surname'] !== '' ? "{$row['Surname']} " : $row['Surname'];
    $row['Gift Dt'] = match (true) {
        in_array($i, [77, 301, 640, 901], true) => '25/12/2021',
        $i === 512 => '31/31/2020',
        $i % 50 === 21 && $row['Gift Dt'] !== '' => (new DateTimeImmutable($row['Gift Dt']))->format('j M Y'),
        default => $row['Gift Dt'],
    };
    $row['Amt'] = match (true) {
        in_array($i, [250, 777, 1010], true) => '2 tickets',
        $i === 404 => '(25.00)',
        $row['Gift Dt'] !== '' && $i % 160 === 61 => '',
        $i % 3 === 1 && $row['Amt'] !== '' => '$'.number_format((float) $row['Amt'], 2),
        default => $row['Amt'],
    };
    if (in_array($i, [205, 470, 735, 1100], true)) {
        [$row['Surname'], $row['Organization']] = ['', ''];
    }
}
unset($row);

$text = '';
foreach ([array_keys($rows[0]), ...array_map(array_values(...), $rows)] as $cells) {
    $text .= implode(';', array_map(static fn (string $cell): string => preg_match('/[;"\r\n]/', $cell) === 1 ? '"'.str_replace('"', '""', $cell).'"' : $cell, $cells))."\r\n";
}
file_put_contents(__DIR__.'/old-database.csv', mb_convert_encoding($text, 'Windows-1252', 'UTF-8'));
echo count($rows), " rows\n";
