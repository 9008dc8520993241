<?php

/*
 * Learns the weights that come with the program from made-up worlds whose truth is known, and prints them.
 * php -d memory_limit=2G bench/weights.php > core/Matching/Weights/data/people.json
 * php -d memory_limit=2G bench/weights.php organization > core/Matching/Weights/data/organizations.json, and households
 */

declare(strict_types=1);

use PineSieve\Bench\Groups;
use PineSieve\Bench\Truth;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\Level;
use PineSieve\Core\Matching\Weights\Leveler;
use PineSieve\Core\Matching\Weights\Pattern;
use PineSieve\Core\Matching\Weights\Sameness;
use PineSieve\Core\Matching\Weights\Spread;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Matching\Weights\Weigher;
use PineSieve\Core\Matching\Weights\Weights;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

require __DIR__ . '/../vendor/autoload.php';

$kind = SupporterKind::from($argv[1] ?? 'person');
/** Worlds as different as sources are: careful and careless, with many moves, with much left out. */
$worlds = [
    [11, 0.5, ['strangers' => 0.1]],
    [12, 1.0, ['strangers' => 0.2]],
    [13, 1.5, ['strangers' => 0.1]],
    [14, 1.0, ['strangers' => 0.2, 'moved' => 0.3, 'other email' => 0.3, 'other phone' => 0.3]],
    [15, 1.0, ['no email' => 0.5, 'no phone' => 0.5, 'no birth date' => 0.8]],
    [16, 1.0, ['nickname' => 0.3, 'initial for the first name' => 0.12]],
];
/** Others, in which it is seen how likely pairs are in truth. */
$others = [
    [21, 0.5, ['strangers' => 0.1]],
    [22, 1.0, ['strangers' => 0.2]],
    [23, 1.5, ['strangers' => 0.2]],
    [24, 1.0, ['strangers' => 0.1, 'moved' => 0.3, 'other email' => 0.3, 'other phone' => 0.3]],
    [25, 1.0, ['strangers' => 0.1, 'no email' => 0.5, 'no phone' => 0.5, 'no birth date' => 0.8]],
    [26, 2.0, ['strangers' => 0.1]],
];
/** @return Generator<int, array{Traits, list<string>, int}> records of a kind, with the number of their home, or of those with whom they belong together */
$recordsOf = static function (int $seed, float $rate, array $mix, int $count) use ($kind): Generator {
    if ($kind !== SupporterKind::Person) {
        yield from (new Groups($seed, $rate))->records($kind, $count);

        return;
    }
    foreach ((new Truth($seed, $rate, true, $mix))->records($count) as $number => $record) {
        if ($record[0]->kind === $kind) {
            yield $number => $record;
        }
    }
};
$judge = new PairJudge(
    ShippedRules::byWeight($comparers = new FieldComparers(FieldCatalog::builtIn()), $kind),
    $comparers,
    new Edition(new Frequencies(16), new Weights([], 0.1, 0.1, 0.1)),
);
$leveler = new Leveler($judge->places(), $kind);
$counts = $pairs = [];
$take = static function (Sameness $of, Pattern $pattern) use (&$counts, &$pairs): void {
    $pairs[$of->value] = ($pairs[$of->value] ?? 0) + 1;
    foreach ($pattern->levels as $field => $level) {
        $counts[$of->value][$field][$level->value] = ($counts[$of->value][$field][$level->value] ?? 0) + 1;
    }
};
$records = 0;
foreach ($worlds as [$seed, $rate, $mix]) {
    $homes = $names = [];
    $before = [];
    foreach ($recordsOf($seed, $rate, $mix, 20_000) as $number => [$traits, , $home]) {
        $records++;
        $values = $judge->compared($number, $traits)->values;
        // Of one home, and of one name: none are so but people.
        [$who, $name] = [intdiv($number, Truth::COPIES), $kind === SupporterKind::Person ? $traits->name->first : (string) $number];
        $names[$who] ??= $name;
        foreach ($homes[$home] ?? [] as [$other, $theirs]) {
            $whom = intdiv($other, Truth::COPIES);
            $take(
                match (true) {
                    $who === $whom => Sameness::Match,
                    $names[$who] === $names[$whom] => Sameness::Namesake,
                    default => Sameness::Home,
                },
                $leveler->pattern($theirs, $values),
            );
        }
        // Someone a while ago: those next to each other may share an address or an office.
        if (count($before) === 40) {
            $take(Sameness::Chance, $leveler->pattern((array) array_shift($before), $values));
        }
        $homes = [$home => [...$homes[$home] ?? [], [$number, $values]]];
        $before[] = $values;
    }
}
$shares = [];
foreach (Sameness::cases() as $of) {
    foreach (WeighedField::of($kind) as $field) {
        // A little of everything: what no world has shown can be.
        $levels = [];
        foreach ($field->levels() as $level) {
            $levels[$level->value] = ($counts[$of->value][$field->value][$level->value] ?? 0) + ($of === Sameness::Chance ? 0.02 : 0.5);
            // In life numbers are handed out one after the other, streets are full of like houses, and many are info@.
            if ($of === Sameness::Chance && !in_array($level, [Level::Same, Level::Differs], true)) {
                $levels[$level->value] = max(
                    $levels[$level->value],
                    ($field === WeighedField::Phone ? 0.002 : 0.0003) * $pairs[$of->value],
                );
            }
            // In life a few middle names are those of very many: Ann, Marie, Lee, James.
            if ($of !== Sameness::Match && $field === WeighedField::Middle && $level === Level::Same) {
                $levels[$level->value] = max(
                    $levels[$level->value],
                    0.006 * ($counts[$of->value][$field->value][Level::Differs->value] ?? 0),
                );
            }
        }
        $sum = array_sum($levels);
        // Worlds that are made up are neater than life.
        $untidy = $of === Sameness::Chance ? 0.0 : 0.02;
        $shares[$of->value][$field->value] = array_map(
            static fn(float $n): float => round(((1 - $untidy) * $n) / $sum + $untidy / count($levels), 7),
            $levels,
        );
    }
}
// No world tells men from women: of titles, what one would say.
foreach (
    $kind !== SupporterKind::Person
        ? []
        : ['match' => [0.985, 0.015], 'home' => [0.4, 0.6], 'namesake' => [0.999, 0.001], 'chance' => [0.5, 0.5]]
    as $of => [$same, $differs]
) {
    $shares[$of]['title'] = ['same' => $same, 'differs' => $differs];
}
// Who goes by a middle name, and who has that of father or mother: the worlds have neither.
foreach (
    $kind !== SupporterKind::Person ? [] : ['match' => 0.02, 'home' => 0.015, 'namesake' => 0.001, 'chance' => 0.0006]
    as $of => $share
) {
    $shares[$of]['first name'] = array_map(
        static fn(float $of): float => round($of * (1 - $share), 7),
        array_diff_key($shares[$of]['first name'], ['middle' => 1]),
    ) + ['middle' => $share];
}
// In most homes with two of one name, one alone is written with Jr. or Sr.; the worlds have both.
if ($kind === SupporterKind::Person) {
    $shares['namesake']['generation'] = ['same' => 0.02, 'near' => 0.58, 'differs' => 0.4];
    $shares['match']['generation'] = ['same' => 0.698, 'near' => 0.3, 'differs' => 0.002];
    // So few have any that what a world shows of them is chance.
    $shares['chance']['generation'] = ['same' => 0.0034, 'near' => 0.9936, 'differs' => 0.003];
}
$weights = [
    'match' => round((2 * $pairs['match']) / $records, 4),
    'home' => round((2 * $pairs['home']) / $records, 4),
    'namesake' => round((2 * ($pairs['namesake'] ?? 0)) / $records, 4),
    'shares' => $shares,
];

/** What the weights say, and what is true: of pairs of other worlds, by the log-odds that they have by the weights. */
$bins = $sure = [];
$folder = sys_get_temp_dir() . '/weights-' . getmypid();
foreach ($others as [$seed, $rate, $mix]) {
    shell_exec('rm -rf ' . escapeshellarg($folder));
    mkdir($folder);
    $set = ShippedRules::byWeight($comparers, $kind);
    $judge = new PairJudge(
        new RuleSet($set->name, $set->kind, $set->rules, [], new Thresholds(review: 0.01, certain: 0.5)),
        $comparers,
        new Edition(($counts = new Frequencies()), Weights::fromArray($weights), $kind),
    );
    $search = new PairSearch($judge, $folder);
    $at = new Leveler($judge->places(), $kind);
    $values = [];
    foreach ($recordsOf($seed, $rate, $mix, $kind === SupporterKind::Person ? 60_000 : 20_000) as $number => [$traits]) {
        $search->add($record = $judge->prepare($number, $traits));
        $values[$number] = $record->values;
        $judge->count($record, $counts);
    }
    $weigher = new Weigher(Weights::fromArray($weights), $counts);
    foreach ($search->pairs() as $pair) {
        $likely = max(1e-9, min(1 - 1e-9, (float) $pair->likely));
        $bin = (int) floor(2 * log($likely / (1 - $likely)));
        $agrees = $weigher->telling($at->pattern($values[$pair->one], $values[$pair->other]));
        if ($pair->certainty === Certainty::Certain && !$agrees->isAnotherName() && !$agrees->isPerhapsAnotherGeneration()) {
            $sure[] = [$likely, $agrees];
        }
        $group = $agrees->isMoreThanName() ? ($agrees->isWhole() ? 'whole' : 'calibration') : 'names';
        $bins[$group][$bin][] = intdiv($pair->one, Truth::COPIES) === intdiv($pair->other, Truth::COPIES);
    }
}
shell_exec('rm -rf ' . escapeshellarg($folder));
/** Rising, by pooling neighbors that do not (Ayer and others 1955): [log-odds by the weights of its bins, true ones, all]. */
$pooled = static function (array $bins): array {
    ksort($bins);
    $pools = [];
    $share = static fn(array $pool): float => $pool[1] / $pool[2];
    foreach ($bins as $bin => $are) {
        $pools[] = [[($bin + 0.5) / 2], count(array_filter($are)), count($are)];
        for (
            $last = count($pools) - 1;
            $last > 0 && ($share($pools[$last]) <= $share($pools[$last - 1]) || $pools[$last - 1][2] < 60);
            $last--
        ) {
            $taken = array_pop($pools);
            $pools[$last - 1] = [
                [...$pools[$last - 1][0], ...$taken[0]],
                $pools[$last - 1][1] + $taken[1],
                $pools[$last - 1][2] + $taken[2],
            ];
        }
    }

    // Life has errors that no world has: nothing is surer than 2,999 of 3,000.
    // A pool is flat from its first bin to its last.
    $knots = [];
    foreach ($pools as [$at, $true, $all]) {
        foreach (array_unique([min($at), max($at)]) as $edge) {
            $knots[] = [round($edge, 3), round(min(8.0, log(($true + 0.5) / ($all - $true + 1))), 3)];
        }
    }

    return $knots;
};
$weights['calibration'] = $pooled($bins['calibration'] ?? []);
$weights['names'] = $pooled($bins['names'] ?? []);
$weights['whole'] = $pooled($bins['whole'] ?? []);
$learned = Weights::fromArray($weights);
$spread = Spread::of(array_map(static fn(array $pair): array => [$learned->calibrationOf($pair[1])->of($pair[0]), 1.0], $sure));
$weights['spread'] = array_map(static fn(float $pairs): float => round($pairs / count($sure), 6), $spread->bins);
echo json_encode($weights, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR), "\n";
