<?php

declare(strict_types=1);

/*
 * Reading: a workbook and a CSV of many rows by twenty columns, profiled and staged, against merely parsing the same file with the same parser.
 * bin/bench read [rows]
 */

use App\Intakes\Sources\Opening;
use App\Intakes\Sources\Staging;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Findings\Survey;
use PineSieve\Core\Reading\SourceFile;

require __DIR__ . '/world.php';

$rows = (int) ($argv[1] ?? 100_000);
$columns = 20;

/** Values as an export has them: many different, some dirty. */
$row = static fn(int $i): array => [
    'TH-' . (20000 + $i),
    ['Ann', 'BO', 'marguerite', 'Élise', 'John & Mary'][$i % 5],
    ['Lee', "O'Brien", 'PARK', 'van der Berg', 'Côté'][$i % 5] . " {$i}",
    $i % 9 === 0 ? 'n/a' : "person{$i}@example.org",
    '207-555-0' . (100 + ($i % 100)),
    $i % 9000 . ' Old Cannery Way',
    $i % 7 === 0 ? 'Apt ' . $i % 40 : '',
    ['Tern Harbor', 'DUNLIN', ' Saco '][$i % 3],
    ['ME', 'NH', 'Mass.'][$i % 3],
    ['4101', '03820', '01950'][$i % 3],
    'USA',
    sprintf('%d/%d/%d', 1 + ($i % 12), 1 + ($i % 28), 2005 + ($i % 20)),
    '$' . number_format((($i * 37) % 100000) / 100, 2),
    ['Boat', 'General fund', 'Nets'][$i % 3],
    ['Check', 'Visa', 'cash'][$i % 3],
    (string) (1000 + $i),
    $i % 2 === 0 ? 'yes' : 'no',
    'Birds; Boats',
    $i % 50 === 0 ? "line one\nline two" : '',
    'note ' . $i % 300,
];
$headers = [
    'Donor ID',
    'First name',
    'Last name',
    'Email',
    'Phone',
    'Address 1',
    'Address 2',
    'City',
    'State',
    'ZIP',
    'Country',
    'Gift date',
    'Amount',
    'Fund',
    'Payment method',
    'Check number',
    'Volunteer',
    'Interests',
    'Comments',
    'Mailing code',
];

$csv = tempnam(sys_get_temp_dir(), 'bench') . '.csv';
$out = fopen($csv, 'w');
fputcsv($out, $headers, ',', '"', '');
for ($i = 0; $i < $rows; $i++) {
    fputcsv($out, $row($i), ',', '"', '');
}
fclose($out);

$xlsx = tempnam(sys_get_temp_dir(), 'bench') . '.xlsx';
$sheet = tempnam(sys_get_temp_dir(), 'bench');
$out = fopen($sheet, 'w');
fwrite(
    $out,
    '<?xml version="1.0" encoding="UTF-8"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>',
);
$write = static function (int $number, array $cells) use ($out): void {
    fwrite(
        $out,
        "<row r=\"{$number}\">" .
            implode(
                '',
                array_map(
                    static fn(string $cell): string => '<c t="inlineStr"><is><t xml:space="preserve">' .
                        htmlspecialchars($cell, ENT_XML1) .
                        '</t></is></c>',
                    $cells,
                ),
            ) .
            '</row>',
    );
};
$write(1, $headers);
for ($i = 0; $i < $rows; $i++) {
    $write($i + 2, $row($i));
}
fwrite($out, '</sheetData></worksheet>');
fclose($out);
$zip = new ZipArchive();
$zip->open($xlsx, ZipArchive::CREATE | ZipArchive::OVERWRITE);
$zip->addFile($sheet, 'xl/worksheets/sheet1.xml');
$zip->addFromString(
    'xl/workbook.xml',
    '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Gifts" sheetId="1" r:id="rId1"/></sheets></workbook>',
);
$zip->addFromString(
    'xl/_rels/workbook.xml.rels',
    '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="x" Target="worksheets/sheet1.xml"/></Relationships>',
);
$zip->close();
unlink($sheet);

printf(
    "%s rows by %d columns\n\n%-8s %10s %12s %10s %12s %10s %8s\n",
    number_format($rows),
    $columns,
    '',
    'parse',
    'profile',
    'ratio',
    'and stage',
    'ratio',
    'peak',
);
foreach (['CSV' => $csv, 'XLSX' => $xlsx] as $name => $path) {
    memory_reset_peak_usage();
    $parse = measured(static function () use ($path): void {
        foreach (SourceFile::open($path)->reader()->rows() as $cells) {
        }
    });
    $profile = measured(static function () use ($path): void {
        $survey = new Survey(SourceFile::open($path)->reader(), null, 2026);
        foreach ($survey->rows() as $cells) {
        }
        $survey->profiles();
        $survey->oddities();
    });
    $intake = app(Opening::class)->open($path, basename($path), null);
    $stage = measured(static fn() => app(Staging::class)->step($intake));
    printf(
        "%-8s %8.0f/s %10.0f/s %9.1fx %10.0f/s %9.1fx %5.0f MB\n",
        $name,
        $rows / $parse,
        $rows / $profile,
        $profile / $parse,
        $rows / $stage,
        $stage / $parse,
        memory_get_peak_usage(true) / 1048576,
    );
    if ((int) DB::table('intake_rows')->where('intake_id', $intake->id)->count() !== $rows) {
        echo "Not all rows were staged.\n";
    }
    unlink($path);
}

function measured(callable $work): float
{
    gc_collect_cycles();
    $from = microtime(true);
    $work();

    return microtime(true) - $from;
}
