<?php

declare(strict_types=1);

/*
 * Makes three more sources, each dirty in its own way: a beach clean-up's sign-up workbook, a list of partner organizations with their
 * contacts, and contact cards. All people are made up. Run: php demo/more.php
 */

use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;

require __DIR__.'/../vendor/autoload.php';

mt_srand(20260711);
$pick = static fn (array $from): string => $from[mt_rand(0, count($from) - 1)];
$first = ['Ottilie', 'Rufus', 'Imogen', 'Caspar', 'Philippa', 'Ansel', 'Bettina', 'Leopold', 'Rosalind', 'Thaddeus', 'Winifred', 'Ezra', 'Cordelia', 'Jasper', 'Honor', 'Silas'];
$last = ['McKay', "O'Brien", 'van der Berg', 'Quillfeather', 'Plumwick', 'Saltmarsh', 'Tidewell', 'Gannett', 'Ashdown', 'Merriweather', 'Holloway', 'Pettibone', 'Larkspur', 'Dunmore'];
$towns = [['Tern Harbor', 'ME', '04642'], ['Gannet Cove', 'ME', '04511'], ['Dunlin', 'ME', '04103'], ['Dover', 'NH', '03820'], ['Saco', 'ME', '04072']];
$streets = ['Old Cannery Way', 'Wharf St', 'Petrel Ln', 'Lighthouse Rd', 'Kelp Ct'];

/** @param  list<list<string>>  $rows */
$fill = static function (Worksheet $sheet, array $rows, int $from): void {
    foreach ($rows as $i => $cells) {
        foreach ($cells as $column => $cell) {
            if ($cell !== '') {
                $sheet->setCellValueExplicit([$column + 1, $from + $i], $cell, DataType::TYPE_STRING);
            }
        }
    }
};

// The sign-up sheet: a title, two days of the same shape, and what people write when nobody looks.
$headers = ['Name', 'Email(s)', 'Cell', 'Home Address', 'City', 'ST', 'Zip', 'Interests', 'Volunteer?', 'OK to email', 'T-shirt', 'Gift 1 date', 'Gift 1 amount', 'Gift 2 date', 'Gift 2 amount', 'How paid', 'Notes'];
$book = new Spreadsheet;
foreach (['Saturday' => 62, 'Sunday' => 48] as $day => $count) {
    $sheet = $day === 'Saturday' ? $book->getActiveSheet()->setTitle($day) : $book->createSheet()->setTitle($day);
    $sheet->setCellValue('A1', "Beach clean-up, {$day}");
    $sheet->mergeCells('A1:Q1');
    $rows = [];
    $sum = 0;
    for ($i = 0; $i < $count; $i++) {
        [$f, $l] = [$pick($first), $pick($last)];
        [$town, $state, $zip] = $towns[mt_rand(0, 4)];
        $name = match ($i % 12) {
            1 => mb_strtoupper("{$f} {$l}"), 3 => "{$l}, {$f}", 5 => "{$f} & {$pick($first)} {$l}", 7 => mb_strtolower("{$f} {$l}"), 9 => " {$f}  {$l} ", 11 => str_replace('é', 'Ã©', "{$f} CÃ´tÃ©"), default => "{$f} {$l}",
        };
        $email = mb_strtolower(substr($f, 0, 1).preg_replace('/\W/', '', $l).$i.substr($day, 0, 2)).'@example.org';
        $amount = $i % 3 === 0 ? mt_rand(1, 20) * 5 : 0;
        $sum += $amount;
        $rows[] = [
            $name, $i % 13 === 4 ? 'n/a' : ($i % 10 === 6 ? "{$email}; work.{$email}" : $email), $i % 11 === 2 ? '999-999-9999' : sprintf('207-555-01%02d', $i), mt_rand(1, 900).' '.$pick($streets), $i % 6 === 0 ? mb_strtoupper($town) : $town, $i % 8 === 0 ? 'Maine' : $state, $i % 4 === 0 ? ltrim($zip, '0') : $zip,
            $pick(['Birds', 'Boats; Birds', 'Nets', '', 'Birds; Nets']), $pick(['x', 'yes', 'no', '']), $pick(['Y', 'N', 'y', 'unsubscribed']), $pick(['S', 'M', 'L', 'XL', '']), $amount > 0 ? '7/'.mt_rand(13, 28).'/2025' : '', $amount > 0 ? sprintf('$%d.00', $amount) : '', $i % 9 === 0 ? '8/'.mt_rand(1, 28).'/2025' : '', $i % 9 === 0 ? '10.00' : '', $amount > 0 ? $pick(['cash', 'Check', 'Visa']) : '', $i % 15 === 0 ? "brought a friend\nlikes terns" : '',
        ];
    }
    array_splice($rows, 30, 0, [$headers]);
    $rows[] = ['Total', '', '', '', '', '', '', '', '', '', '', '', sprintf('$%d.00', $sum)];
    $fill($sheet, [$headers], 3);
    $fill($sheet, $rows, 4);
    $sheet->getRowDimension(8)->setVisible(false);
}
$book->createSheet()->setTitle('Shirts')->setCellValue('A1', 'Size')->setCellValue('B1', 'Ordered')->setCellValue('A2', 'M')->setCellValue('B2', 12);
(new Xlsx($book))->save(__DIR__.'/beach-clean-up.xlsx');

// Partners: organizations, the people who speak for them, and a few who belong to none, in no order.
$organizations = ['Gannet Marine, Inc.', 'Tern Harbor School', 'Larkspur Foundation', 'Pell Hardware', 'Dunlin Rotary Club', 'Saltmarsh Brewing Co.', 'Harbor Point Library'];
$rows = [];
foreach ($organizations as $i => $organization) {
    [$town, $state, $zip] = $towns[$i % 5];
    $slug = strtolower((string) preg_replace('/\W+/', '', $organization));
    $rows[] = [$organization, '', '', '', "office@{$slug}.example.org", sprintf('207-555-02%02d', $i), ($i + 1).' Wharf St', $town, $state, $zip, 'Organization'];
    for ($j = 0; $j <= $i % 3; $j++) {
        [$f, $l] = [$pick($first), $pick($last)];
        $rows[] = [$j === 1 ? strtoupper($organization) : $organization, $f, $l, $pick(['Director', 'Treasurer', 'Secretary', '']), strtolower("{$f}.").strtolower((string) preg_replace('/\W/', '', $l))."{$i}{$j}@example.org", '', '', '', '', '', 'Contact'];
    }
}
for ($i = 0; $i < 9; $i++) {
    [$f, $l] = [$pick($first), $pick($last)];
    [$town, $state, $zip] = $towns[mt_rand(0, 4)];
    $rows[] = ['', $f, $l, '', strtolower($f)."{$i}@example.org", sprintf('603-555-01%02d', $i), mt_rand(1, 900).' '.$pick($streets), $town, $state, $zip, 'Individual'];
}
usort($rows, static fn (array $a, array $b): int => crc32(implode($a)) <=> crc32(implode($b)));
$book = new Spreadsheet;
$fill($book->getActiveSheet()->setTitle('Partners'), [['Organization', 'First Name', 'Last Name', 'Job Title', 'E-mail', 'Phone', 'Address', 'City', 'State', 'ZIP', 'Record Type'], ...$rows], 1);
(new Xlsx($book))->save(__DIR__.'/partners.xlsx');

$cards = '';
for ($i = 0; $i < 24; $i++) {
    [$f, $l] = [$pick($first), $pick($last)];
    [$town, $state, $zip] = $towns[mt_rand(0, 4)];
    $version = $i % 3 === 0 ? '4.0' : '3.0';
    $cards .= "BEGIN:VCARD\r\nVERSION:{$version}\r\nN:{$l};{$f};;;\r\nFN:{$f} {$l}\r\nEMAIL;TYPE=HOME:".strtolower($f)."{$i}@example.org\r\nTEL;TYPE=CELL:207-555-01".sprintf('%02d', 60 + $i)."\r\nADR;TYPE=HOME:;;".mt_rand(1, 900)." {$pick($streets)};{$town};{$state};{$zip};USA\r\n".($i % 4 === 0 ? "ORG:{$pick($organizations)}\r\nTITLE:Director\r\n" : '').($i % 5 === 0 ? "CATEGORIES:Volunteers,Pier friends\r\n" : '').($i % 6 === 0 ? 'BDAY:1970-02-0'.(1 + $i % 9)."\r\n" : '')."END:VCARD\r\n";
}
file_put_contents(__DIR__.'/contact-cards.vcf', $cards);

// Card charges: the latest first, with fees, some over two funds, and money that went back, some of it of charges further down.
$days = static fn (int $ago): string => date('Y-m-d', (int) strtotime("2026-06-30 -{$ago} days"));
$rows = [];
for ($i = 0; $i < 60; $i++) {
    [$f, $l] = [$first[$i % 16], $last[($i * 5) % 14]];
    $amount = (int) $pick(['10', '25', '25', '40', '60', '100', '250']);
    $who = [$f, $l, strtolower($f)."{$i}@example.org"];
    $isSplit = $i % 8 === 3;
    $share = $isSplit ? intdiv($amount, 2) : $amount;
    $rows[] = [sprintf('CH-%05d', 71000 + $i), $days(60 - $i), ...$who, sprintf('%d.00', $amount), sprintf('%.2f', 0.3 + $amount * 0.029), 'General fund', $isSplit ? sprintf('%d.00', $share) : '', $isSplit ? 'Puffin nursery' : '', $isSplit ? sprintf('%d.00', $amount - $share) : '', '', ''];
    if ($i % 14 === 5) {
        $isPart = $i % 28 === 5;
        $rows[] = [sprintf('RF-%05d', 300 + $i), $days(57 - $i), ...$who, sprintf('-%.2f', $isPart ? $amount / 2 : $amount), '', '', '', '', '', sprintf('CH-%05d', 71000 + $i), $isPart ? 'Charged too much' : 'Charged twice'];
    }
}
// A refund of a charge that this file does not have.
$rows[] = ['RF-00999', $days(2), 'Ezra', 'Gannett', 'ezra99@example.org', '-35.00', '', '', '', '', '', 'CH-60001', 'Asked for it back'];
usort($rows, static fn (array $a, array $b): int => [$b[1], $b[0]] <=> [$a[1], $a[0]]);
$file = fopen(__DIR__.'/card-charges.csv', 'w');
foreach ([['Charge ID', 'Charged on', 'First Name', 'Last Name', 'Email', 'Gross', 'Fee', 'Fund 1', 'Fund 1 Amount', 'Fund 2', 'Fund 2 Amount', 'Original Charge ID', 'Refund Reason'], ...$rows] as $cells) {
    fputcsv($file, $cells, ',', '"', '');
}
fclose($file);
