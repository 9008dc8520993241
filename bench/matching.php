<?php

/*
 * How good the rule sets that come with the program are, on made-up records whose truth is known, and how fast.
 * bin/bench matching [largest number of records]
 */

declare(strict_types=1);

use PineSieve\Bench\Truth;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

require __DIR__.'/../vendor/autoload.php';

$largest = (int) ($argv[1] ?? 1_000_000);
$comparers = new FieldComparers(FieldCatalog::builtIn());
$folder = (getenv('DATA_DIR') ?: sys_get_temp_dir()).'/matching';

/** One search through a world; the records are made while they are added. */
$run = static function (int $count, float $rate, bool $explain, bool $byWeight = false) use ($comparers, $folder): array {
    memory_reset_peak_usage();
    shell_exec('rm -rf '.escapeshellarg($folder));
    $searches = [];
    foreach (SupporterKind::cases() as $kind) {
        mkdir("{$folder}/{$kind->value}", 0700, true);
        $judge = new PairJudge($byWeight && $kind === SupporterKind::Person ? ShippedRules::byWeight($comparers) : ShippedRules::of($kind, $comparers), $comparers);
        $searches[$kind->value] = [$judge, new PairSearch($judge, "{$folder}/{$kind->value}")];
    }
    $made = microtime(true);
    foreach ((new Truth(20261123, $rate))->records($count) as $unused) {
        // How long the making alone takes.
    }
    $made = microtime(true) - $made;
    $began = microtime(true);
    $true = 0;
    $happenings = [];
    $shown = [];
    $last = 0;
    foreach ((new Truth(20261123, $rate))->records($count) as $number => [$traits, $happened]) {
        [$judge, $search] = $searches[$traits->kind->value];
        $search->add($judge->prepare($number, $traits));
        $true += $number % Truth::COPIES;
        if ($explain) {
            $happenings[$number] = $happened;
            $shown[$number] = $traits;
        }
    }
    $prepared = microtime(true) - $began - $made;
    $right = ['certain' => 0, 'review' => 0];
    $wrong = ['certain' => 0, 'review' => 0];
    $found = [];
    $errors = [];
    $compared = $common = 0;
    $named = [];
    $began = microtime(true);
    foreach ($searches as [, $search]) {
        $pairs = $search->pairs();
        foreach ($pairs as $pair) {
            $isTrue = intdiv($pair->one, Truth::COPIES) === intdiv($pair->other, Truth::COPIES);
            $isTrue ? $right[$pair->certainty->value]++ : $wrong[$pair->certainty->value]++;
            if ($explain && $isTrue) {
                $found["{$pair->one}-{$pair->other}"] = true;
            } elseif ($explain && $pair->certainty === Certainty::Certain) {
                $errors[] = implode(' + ', $pair->rules).': '.$pair->reasons();
            }
        }
        $report = $pairs->getReturn();
        $compared += $report->compared;
        $common += $report->tooCommonCount;
        array_push($named, ...$report->tooCommon);
    }
    $searched = microtime(true) - $began;
    shell_exec('rm -rf '.escapeshellarg($folder));

    return compact('count', 'true', 'right', 'wrong', 'found', 'errors', 'happenings', 'shown', 'compared', 'common', 'named', 'prepared', 'searched') + ['peak' => memory_get_peak_usage()];
};

$missed = static function (array $result): array {
    $missed = [];
    foreach (array_keys($result['happenings']) as $number) {
        for ($other = $number - $number % Truth::COPIES; $other < $number; $other++) {
            if (! isset($result['found']["{$other}-{$number}"])) {
                $missed[] = [$other, $number];
            }
        }
    }

    return $missed;
};

printf("%10s %12s %10s %12s %10s %10s %8s %12s\n", 'records', 'prepare', 'search', 'pairs', 'pairs/s', 'records/s', 'peak', 'too common');
for ($count = 10_000; $count <= $largest; $count *= 10) {
    $result = $run($count, 1.0, false);
    printf("%10s %10.1f s %8.1f s %12s %10s %10s %5d MB %12s\n", number_format($count), $result['prepared'], $result['searched'], number_format($result['compared']), number_format($result['compared'] / $result['searched']), number_format($count / ($result['prepared'] + $result['searched'])), $result['peak'] >> 20, number_format($result['common']));
}
usort($result['named'], static fn ($a, $b): int => $b->records <=> $a->records);
foreach (array_slice($result['named'], 0, 5) as $one) {
    printf("    not looked at: %s records share \"%s\" (%s)\n", number_format($one->records), $one->value, $one->rules);
}
printf("\n%-18s %9s  %-28s %-38s\n", 'errors', 'pairs', 'certain', 'certain and to be reviewed');
foreach (['low' => [0.5, false], 'low, by weight' => [0.5, true], 'middle' => [1.0, false], 'middle, by weight' => [1.0, true], 'high' => [2.0, false], 'high, by weight' => [2.0, true]] as $name => [$rate, $byWeight]) {
    $result = $run(40_000, $rate, true, $byWeight);
    $row = static function (int $right, int $wrong) use ($result): string {
        $precision = $right / max(1, $right + $wrong);
        $recall = $right / max(1, $result['true']);

        return sprintf('P %.4f R %.4f F1 %.4f', $precision, $recall, 2 * $precision * $recall / max(1e-9, $precision + $recall));
    };
    printf("%-18s %9s  %s   %s\n", $name, number_format($result['true']), $row($result['right']['certain'], $result['wrong']['certain']), $row(array_sum($result['right']), array_sum($result['wrong'])));
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
            $line = static fn (int $number): string => implode(', ', array_filter([$result['shown'][$number]->display, isset($result['shown'][$number]->addresses[0]) ? $result['shown'][$number]->addresses[0][0]->line() : '', ...$result['shown'][$number]->emails, ...$result['shown'][$number]->phones, $result['shown'][$number]->fields['birth_date'] ?? '']));
            printf("    missed: %s | %s (%s)\n", $line($one), $line($other), implode(', ', $result['happenings'][$other]));
        }
        foreach (array_slice($result['errors'], 0, 8) as $error) {
            printf("    wrongly certain: %s\n", $error);
        }
    }
    unset($result, $row);
}
