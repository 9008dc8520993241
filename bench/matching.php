<?php

/*
 * How good the rule sets that come with the program are, on made-up records whose truth is known, and how fast.
 * bin/bench matching [largest number of records]
 * Draws docs/matching.svg: precision against recall, by rules and by weight.
 */

declare(strict_types=1);

use PineSieve\Bench\Groups;
use PineSieve\Bench\Truth;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Estimator;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\SampledPair;
use PineSieve\Core\Matching\Weights\Spread;
use PineSieve\Core\Matching\Weights\Weigher;
use PineSieve\Core\Matching\Weights\Weights;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

require __DIR__ . '/../vendor/autoload.php';

$largest = (int) ($argv[1] ?? 1_000_000);
$comparers = new FieldComparers(FieldCatalog::builtIn());
$folder = (getenv('DATA_DIR') ?: sys_get_temp_dir()) . '/matching';

/** What people are weighed by in a world, as an installation counts and estimates it: from its own records, without a label. */
$editionOf = static function (Truth $world, int $count) use ($comparers): Edition {
    $judge = new PairJudge(ShippedRules::byWeight($comparers), $comparers, Edition::shipped($counts = new Frequencies()));
    $holders = $records = [];
    foreach ($world->records($count) as $number => [$traits]) {
        if ($traits->kind === SupporterKind::Person) {
            $records[$number] = $judge->prepare($number, $traits);
            $judge->count($records[$number], $counts);
            foreach ($records[$number]->keys as $key => $unused) {
                $holders[$key][] = $number;
            }
        }
    }
    ksort($holders);
    $pairs = [];
    $looked = 0;
    foreach ($holders as $key => $of) {
        $looked++;
        foreach (count($of) > 25 ? [] : $of as $i => $one) {
            for ($j = 0; $j < $i; $j++) {
                $pairs[] = $judge->sampled($records[$one], $records[$of[$j]], $key);
            }
        }
        if (count($pairs) >= 20_000) {
            break;
        }
    }
    $share = $looked / max(1, count($holders));
    $pairs = array_map(
        static fn(SampledPair $pair): SampledPair => new SampledPair($pair->block, $pair->by, $pair->pattern, $pair->standsFor / $share),
        $pairs,
    );
    $weights = (new Estimator(Weights::shipped(), $counts))->estimate($pairs)->weights;
    $weigher = new Weigher($weights, $counts);
    $sure = array_map(
        static fn(SampledPair $pair): array => [
            $pair->pattern->isMoreThanName() ? $weigher->weigh($pair->pattern)->match : 0.0,
            $pair->standsFor,
        ],
        $pairs,
    );

    return new Edition($counts, $weights->calibrated(0.0, Spread::of($sure)->with(Weights::shipped()->spread, 1000)));
};

/** One search through a world; the records are made while they are added. */
$run = static function (
    int $count,
    float $rate,
    bool $explain,
    bool $byWeight = false,
    int $seed = 20261123,
    bool $isLifelike = false,
    array $mix = [],
) use ($comparers, $folder, $editionOf): array {
    memory_reset_peak_usage();
    shell_exec('rm -rf ' . escapeshellarg($folder));
    $searches = [];
    foreach (SupporterKind::cases() as $kind) {
        mkdir("{$folder}/{$kind->value}", 0700, true);
        $set = $byWeight ? ShippedRules::byWeight($comparers, $kind) : ShippedRules::of($kind, $comparers);
        // To draw the curve, pairs that would not be asked about are counted too.
        $isDrawn = $byWeight && $explain && $kind === SupporterKind::Person;
        $wide = $isDrawn ? new RuleSet($set->name, $kind, $set->rules, [], new Thresholds($set->thresholds->wrong ?? 2.0, 0.02)) : $set;
        $judge = new PairJudge($wide, $comparers, $isDrawn ? $editionOf(new Truth($seed, $rate, $isLifelike, $mix), $count) : null);
        $searches[$kind->value] = [$judge, new PairSearch($judge, "{$folder}/{$kind->value}")];
    }
    $made = microtime(true);
    foreach ((new Truth($seed, $rate, $isLifelike, $mix))->records($count) as $unused) {
        // How long the making alone takes.
    }
    $made = microtime(true) - $made;
    $began = microtime(true);
    $true = 0;
    $people = ['true' => 0, 'right' => ['certain' => 0, 'review' => 0], 'wrong' => ['certain' => 0, 'review' => 0]];
    $happenings = [];
    $shown = [];
    $last = 0;
    foreach ((new Truth($seed, $rate, $isLifelike, $mix))->records($count) as $number => [$traits, $happened]) {
        [$judge, $search] = $searches[$traits->kind->value];
        $search->add($judge->prepare($number, $traits));
        $true += $number % Truth::COPIES;
        $people['true'] += $traits->kind === SupporterKind::Person ? $number % Truth::COPIES : 0;
        if ($explain) {
            $happenings[$number] = $happened;
            $shown[$number] = $traits;
        }
    }
    $prepared = microtime(true) - $began - $made;
    $right = ['certain' => 0, 'review' => 0];
    $wrong = ['certain' => 0, 'review' => 0];
    $found = $errors = $curve = [];
    $review = (new Thresholds())->review;
    $compared = $common = 0;
    $named = [];
    $began = microtime(true);
    foreach ($searches as $kind => [, $search]) {
        $pairs = $search->pairs();
        foreach ($pairs as $pair) {
            $isTrue = intdiv($pair->one, Truth::COPIES) === intdiv($pair->other, Truth::COPIES);
            if ($pair->likely !== null && $explain && $kind === SupporterKind::Person->value) {
                $curve[] = [$pair->likely, $isTrue];
                if ($pair->likely < $review) {
                    continue;
                }
            }
            $isTrue ? $right[$pair->certainty->value]++ : $wrong[$pair->certainty->value]++;
            if ($kind === SupporterKind::Person->value) {
                $people[$isTrue ? 'right' : 'wrong'][$pair->certainty->value]++;
            }
            if ($explain && $isTrue) {
                $found["{$pair->one}-{$pair->other}"] = true;
            } elseif ($explain && $pair->certainty === Certainty::Certain) {
                $errors[] = implode(' + ', $pair->rules) . ': ' . $pair->reasons();
            }
        }
        $report = $pairs->getReturn();
        $compared += $report->compared;
        $common += $report->tooCommonCount;
        array_push($named, ...$report->tooCommon);
    }
    $searched = microtime(true) - $began;
    shell_exec('rm -rf ' . escapeshellarg($folder));

    return compact(
        'count',
        'true',
        'right',
        'wrong',
        'found',
        'errors',
        'happenings',
        'shown',
        'compared',
        'common',
        'named',
        'prepared',
        'searched',
        'curve',
        'people',
    ) + ['peak' => memory_get_peak_usage()];
};

$missed = static function (array $result): array {
    $missed = [];
    foreach (array_keys($result['happenings']) as $number) {
        for ($other = $number - ($number % Truth::COPIES); $other < $number; $other++) {
            if (!isset($result['found']["{$other}-{$number}"])) {
                $missed[] = [$other, $number];
            }
        }
    }

    return $missed;
};

printf("%10s %12s %10s %12s %10s %10s %8s %12s\n", 'records', 'prepare', 'search', 'pairs', 'pairs/s', 'records/s', 'peak', 'too common');
for ($count = 10_000; $count <= $largest; $count *= 10) {
    $result = $run($count, 1.0, false, true);
    printf(
        "%10s %10.1f s %8.1f s %12s %10s %10s %5d MB %12s\n",
        number_format($count),
        $result['prepared'],
        $result['searched'],
        number_format($result['compared']),
        number_format($result['compared'] / $result['searched']),
        number_format($count / ($result['prepared'] + $result['searched'])),
        $result['peak'] >> 20,
        number_format($result['common']),
    );
}
usort($result['named'], static fn($a, $b): int => $b->records <=> $a->records);
foreach (array_slice($result['named'], 0, 5) as $one) {
    printf("    not looked at: %s records share \"%s\" (%s)\n", number_format($one->records), $one->value, $one->rules);
}
/** Rate of errors, whether by weight, seed, whether names are as frequent as in life, and what happens more often than is usual. */
$worlds = [
    'low, by rules' => [0.5, false],
    'low, by weight' => [0.5, true],
    'middle, by rules' => [1.0, false],
    'middle, by weight' => [1.0, true],
    'high, by rules' => [2.0, false],
    'high, by weight' => [2.0, true],
    'as in life, by rules' => [1.0, false, 4711, true, ['strangers' => 0.15]],
    'as in life, by weight' => [1.0, true, 4711, true, ['strangers' => 0.15]],
    'many moves' => [1.0, true, 4712, true, ['strangers' => 0.1, 'moved' => 0.35, 'other email' => 0.35, 'other phone' => 0.4]],
    'scanned' => [
        1.0,
        true,
        4713,
        true,
        [
            'strangers' => 0.1,
            'typing error in the first name' => 0.2,
            'typing error in the last name' => 0.2,
            'typing error in the street' => 0.2,
            'typing error in the phone' => 0.15,
            'typing error in the email' => 0.15,
        ],
    ],
    'marriages' => [1.0, true, 4714, true, ['strangers' => 0.1, 'changed surname' => 0.2, 'other email' => 0.3]],
];
$points = [];
printf("\n%-22s %9s  %-28s %-38s\n", 'errors', 'pairs', 'certain', 'certain and to be reviewed');
foreach ($worlds as $name => $world) {
    [$rate, $byWeight] = $world;
    $result = $run(40_000, $rate, true, $byWeight, ...array_slice($world, 2));
    $row = static function (int $right, int $wrong) use ($result): string {
        $precision = $right / max(1, $right + $wrong);
        $recall = $right / max(1, $result['true']);

        return sprintf('P %.4f R %.4f F1 %.4f', $precision, $recall, (2 * $precision * $recall) / max(1e-9, $precision + $recall));
    };
    printf(
        "%-22s %9s  %s   %s\n",
        $name,
        number_format($result['true']),
        $row($result['right']['certain'], $result['wrong']['certain']),
        $row(array_sum($result['right']), array_sum($result['wrong'])),
    );
    $of = $lost = [];
    foreach ($missed($result) as [$one, $other]) {
        foreach (array_unique([...$result['happenings'][$one], ...$result['happenings'][$other]]) as $what) {
            $lost[$what] = ($lost[$what] ?? 0) + 1;
        }
    }
    foreach ($result['happenings'] as $happened) {
        foreach ($happened as $what) {
            $of[$what] = ($of[$what] ?? 0) + 1;
        }
    }
    arsort($lost);
    foreach (array_slice($lost, 0, 8) as $what => $n) {
        printf("    missed %4d of about %5d with: %s\n", $n, $of[$what], $what);
    }
    if ($rate === 1.0) {
        foreach (array_slice($missed($result), 0, 6) as [$one, $other]) {
            $line = static fn(int $number): string => implode(
                ', ',
                array_filter([
                    $result['shown'][$number]->display,
                    isset($result['shown'][$number]->addresses[0]) ? $result['shown'][$number]->addresses[0][0]->line() : '',
                    ...$result['shown'][$number]->emails,
                    ...$result['shown'][$number]->phones,
                    $result['shown'][$number]->fields['birth_date'] ?? '',
                ]),
            );
            printf("    missed: %s | %s (%s)\n", $line($one), $line($other), implode(', ', $result['happenings'][$other]));
        }
        foreach (array_slice($result['errors'], 0, 8) as $error) {
            printf("    wrongly certain: %s\n", $error);
        }
    }
    if (str_starts_with($name, 'middle')) {
        $points[$name] = [$result['people']['right'], $result['people']['wrong'], $result['people']['true'], $result['curve']];
    }
    unset($result, $row);
}

/** Of organizations and households, in worlds where many are called nearly alike and are others. */
printf("\n%-22s %9s  %-28s %-38s\n", 'groups', 'pairs', 'certain', 'certain and to be reviewed');
foreach ([SupporterKind::Organization, SupporterKind::Household] as $kind) {
    foreach (['by rules' => ShippedRules::of($kind, $comparers), 'by weight' => ShippedRules::byWeight($comparers, $kind)] as $by => $set) {
        mkdir($folder, 0700, true);
        $search = new PairSearch(($judge = new PairJudge($set, $comparers)), $folder);
        $true = 0;
        foreach ((new Groups(9901, 1.2))->records($kind, 20_000) as $number => [$traits]) {
            $search->add($judge->prepare($number, $traits));
            $true += $number % Truth::COPIES;
        }
        $right = $all = ['certain' => 0, 'review' => 0];
        foreach ($search->pairs() as $pair) {
            $all[$pair->certainty->value]++;
            $right[$pair->certainty->value] += (int) (intdiv($pair->one, Truth::COPIES) === intdiv($pair->other, Truth::COPIES));
        }
        shell_exec('rm -rf ' . escapeshellarg($folder));
        $row = static fn(int $right, int $all): string => sprintf('P %.4f R %.4f', $right / max(1, $all), $right / $true);
        printf(
            "%-22s %9s  %-28s %s\n",
            "{$kind->value}s, {$by}",
            number_format($true),
            $row($right['certain'], $all['certain']),
            $row(array_sum($right), array_sum($all)),
        );
    }
}

/** Of people, recall from left to right, precision from the bottom up: the curve by weight, as the border moves, and the two points of each set. */
$x = static fn(float $recall): float => round(60 + (520 * ($recall - 0.5)) / 0.5, 1);
$y = static fn(float $precision): float => round(20 + (300 * (1 - $precision)) / 0.25, 1);
[$right, $wrong, $true, $curve] = $points['middle, by weight'];
usort($curve, static fn(array $a, array $b): int => $b[0] <=> $a[0]);
$line = [];
$good = 0;
foreach ($curve as $i => [, $isTrue]) {
    $good += (int) $isTrue;
    if ($good / $true >= 0.5 && $i % 20 === 0) {
        $line[] = $x($good / $true) . ',' . $y($good / ($i + 1));
    }
}
$marks = '';
foreach (['middle, by rules' => '#9a4d0d', 'middle, by weight' => '#234539'] as $name => $color) {
    [$right, $wrong, $true] = $points[$name];
    foreach (
        ['certain' => [$right['certain'], $wrong['certain']], 'certain and to be reviewed' => [array_sum($right), array_sum($wrong)]]
        as $what => [$ok, $not]
    ) {
        [$px, $py] = [$x($ok / $true), $y($ok / max(1, $ok + $not))];
        $marks .= sprintf(
            '<circle cx="%s" cy="%s" r="5" fill="%s"/><text x="%s" y="%s" text-anchor="end" fill="%s">%s, %s</text>',
            $px,
            $py,
            $color,
            $px - 9,
            $py + ($name === 'middle, by rules' ? 18 : -8),
            $color,
            substr($name, 8),
            $what,
        );
    }
}
$grid = '';
foreach ([0.5, 0.6, 0.7, 0.8, 0.9, 1.0] as $at) {
    $grid .= sprintf(
        '<line x1="%1$s" x2="%1$s" y1="20" y2="320" stroke="#ddd"/><text x="%1$s" y="336" text-anchor="middle">%2$s</text>',
        $x($at),
        $at,
    );
}
foreach ([0.75, 0.8, 0.85, 0.9, 0.95, 1.0] as $at) {
    $grid .= sprintf(
        '<line x1="60" x2="580" y1="%1$s" y2="%1$s" stroke="#ddd"/><text x="54" y="%2$s" text-anchor="end">%3$s</text>',
        $y($at),
        $y($at) + 4,
        $at,
    );
}
file_put_contents(
    __DIR__ . '/../docs/matching.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 620 360" font-family="sans-serif" font-size="12" fill="#333"><rect width="620" height="360" fill="#fff"/>' .
        $grid .
        '<polyline points="' .
        implode(' ', $line) .
        '" fill="none" stroke="#234539" stroke-width="2"/>' .
        $marks .
        '<text x="320" y="354" text-anchor="middle">recall</text><text x="14" y="170" transform="rotate(-90 14 170)" text-anchor="middle">precision</text></svg>' .
        PHP_EOL,
);
