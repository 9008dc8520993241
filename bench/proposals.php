<?php

declare(strict_types=1);
use Tests\Support\Layouts;

/*
 * How many columns of the layouts in tests/Support/sheets.php are proposed right, wrong and not at all.
 * bin/bench proposals
 */

require __DIR__ . '/../vendor/autoload.php';

$counts = ['right' => 0, 'wrong' => 0, 'not at all' => 0, 'rightly none' => 0];
$sheets = 0;
foreach (Layouts::all() as $name => [$columns]) {
    $sheets++;
    foreach (Layouts::proposed($columns)->choices as $i => $choice) {
        [$wanted, $proposed] = [$columns[$i][2], $choice->target()];
        $result = match (true) {
            $wanted === $proposed => $wanted === null ? 'rightly none' : 'right',
            $proposed === null => 'not at all',
            default => 'wrong',
        };
        $counts[$result]++;
        if (!str_starts_with($result, 'right')) {
            printf("%s, \"%s\": %s, proposed %s\n", $name, $choice->header, $wanted ?? 'nothing', $proposed ?? 'nothing');
        }
    }
}
$fields = $counts['right'] + $counts['wrong'] + $counts['not at all'];
printf(
    "%d sheets, %d columns: %d right, %d wrong, %d not at all, %d rightly left open. Wrong ones counted double: %.1f%% of %d.\n",
    $sheets,
    array_sum($counts),
    $counts['right'],
    $counts['wrong'],
    $counts['not at all'],
    $counts['rightly none'],
    (100 * ($counts['right'] - 2 * $counts['wrong'])) / $fields,
    $fields,
);
