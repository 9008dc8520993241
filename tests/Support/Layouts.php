<?php

declare(strict_types=1);

namespace Tests\Support;

use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfiler;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Standards\FieldCatalog;

/** The sheets of sheets.php with values, for the tests and for the benchmark of the proposals. */
final class Layouts
{
    private const VALUES = [
        'code' => ['A-1001', 'A-1002', 'B-77', 'C-4'],
        'first' => ['Ann', 'Bo', 'Élise', 'Marguerite'],
        'last' => ['Lee', 'Park', "O'Brien", 'Côté'],
        'full' => ['Ann Lee', 'Bo Park', 'Dr. Élise Côté', 'Rosa Diaz'],
        'lastfirst' => ['Lee, Ann', 'Park, Bo', 'Côté, Élise', 'Diaz, Rosa'],
        'initial' => ['M', '', 'J.', 'A'],
        'house' => ['12', '4 1/2', '45R', '7'],
        'heading' => ['N', '', 'SW', ''],
        'road' => ['Elm St', 'Oak Rd', 'Main', '12th Ave'],
        'street' => ['12 Elm St', '4 Oak Rd', 'PO Box 12', '1586 Old Cannery Way'],
        'unit' => ['Apt 4', '', 'Unit B', ''],
        'city' => ['Dover', 'Saco', 'Tern Harbor', 'St. John'],
        'state' => ['NH', 'ME', 'MA', 'Maine'],
        'zip' => ['03820', '4072', '01950-2208', '04598'],
        'province' => ['NB', 'Ontario', 'QC', 'NB'],
        'postal' => ['E1C 4Z1', 'M5V 2T6', 'H2X1Y4', 'E1C 4Z1'],
        'country' => ['Canada', 'CA', 'Canada', 'USA'],
        'block' => [
            '1 Main St, Dover, NH 03820',
            "2 Main St\nSaco, ME 04072",
            '3 Elm St, Apt 2, Dover, NH 03820',
            '4 Oak Rd, Saco ME 04072',
        ],
        'cityline' => ['Dover, NH 03820', 'Saco, ME 04072', 'Dover, NH 03820', 'Saco, ME 04072'],
        'email' => ['a@example.org', 'b@example.org', 'c@example.org', ''],
        'email2' => ['', 'd@example.org', '', ''],
        'phone' => ['207-555-0143', '(603) 555-0144', '2075550145', ''],
        'date' => ['12/25/2020', '1/3/2021', '03/04/2021', '10/31/2019'],
        'iso' => ['2024-01-02T10:00:00Z', '2024-01-03', '2023-12-31', '2024-02-29'],
        'birth' => ['1970-02-03', '1955-12-31', '2001-07-04', ''],
        'serial' => ['43831', '44196', '44561', '43900'],
        'money' => ['$25.00', '1,000', '30', '12.50'],
        'number' => ['101', '102', '7', '55'],
        'fund' => ['Boat', 'General', 'Nets', 'Boat'],
        'paid' => ['Visa', 'Check', 'cash', 'Check'],
        'tribute' => ['In Memory Of', 'In Honor Of', 'memorial', ''],
        'size' => ['M', 'L', 'XL', 'S'],
        'done' => ['succeeded', 'succeeded', 'refunded', 'succeeded'],
        'state of a pledge' => ['Active', 'Active', 'Inactive', 'Active'],
        'living' => ['active', 'deceased', 'active', 'inactive'],
        'often' => ['Monthly', 'Quarterly', 'Annually', 'monthly'],
        'count' => ['12', '4', '3', '24'],
        'org' => ['Gannet Marine, Inc.', 'Larkspur Foundation', 'Pell Hardware', 'Tern Harbor School'],
        'family' => ['The Lee Family', 'Park Household', 'The Côtés', 'Diaz'],
        'job' => ['Treasurer', 'Director', 'Engineer', 'Nurse'],
        'title' => ['Mr.', 'Mrs.', 'Dr.', 'Ms.'],
        'suffix' => ['Jr.', '', 'III', ''],
        'yesno' => ['yes', 'no', 'Y', 'N'],
        'weekday' => ['Monday', 'Tuesday', 'Friday', 'Sunday'],
        'words' => ['Birds; Boats', 'Nets', 'Boats', 'Birds; Nets'],
        'note' => ['Met at the pier', 'Likes terns', 'Call in May', ''],
        'kind' => ['Individual', 'Organization', 'Individual', 'Household'],
        'url' => ['https://example.org', '', 'http://www.example.org/a', ''],
    ];

    private function __construct() {}

    /** @return iterable<string, array{list<array{string, list<string>, ?string}>}> name to columns: header, values, target */
    public static function all(): iterable
    {
        foreach (require __DIR__ . '/sheets.php' as $name => $columns) {
            yield $name => [
                array_map(static function (string $column): array {
                    [$header, $values, $target] = explode('|', $column);

                    return [$header, self::VALUES[$values], $target === '' ? null : $target];
                }, $columns),
            ];
        }
    }

    /** @param  list<array{string, list<string>, ?string}>  $columns */
    public static function proposed(array $columns): ColumnPlan
    {
        $profiles = [];
        foreach ($columns as [$header, $values]) {
            $profiler = new ColumnProfiler(2026);
            foreach ($values as $i => $value) {
                $profiler->add($value, $i + 2);
            }
            $profiles[] = $profiler->profile($header);
        }

        return (new Proposer(FieldCatalog::builtIn(), '2026-11-30'))->propose($profiles);
    }
}
