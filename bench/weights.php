<?php

/*
 * Learns the weights that come with the program from made-up worlds whose truth is known, and prints them.
 * php bench/weights.php > core/Matching/Weights/data/people.json
 */

declare(strict_types=1);

use PineSieve\Bench\Truth;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Weights\Level;
use PineSieve\Core\Matching\Weights\Leveler;
use PineSieve\Core\Matching\Weights\Pattern;
use PineSieve\Core\Matching\Weights\Sameness;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

require __DIR__.'/../vendor/autoload.php';

/** Worlds as different as sources are: careful and careless, with many moves, with much left out. */
$worlds = [[11, 0.5, []], [12, 1.0, []], [13, 1.5, []], [14, 1.0, ['moved' => 0.3, 'other email' => 0.3, 'other phone' => 0.3]], [15, 1.0, ['no email' => 0.5, 'no phone' => 0.5, 'no birth date' => 0.8]], [16, 1.0, ['nickname' => 0.3, 'initial for the first name' => 0.12]]];
$judge = new PairJudge(ShippedRules::of(SupporterKind::Person, $comparers = new FieldComparers(FieldCatalog::builtIn())), $comparers);
$leveler = new Leveler($judge->places());
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
    $before = null;
    foreach ((new Truth($seed, $rate, true, $mix))->records(20_000) as $number => [$traits, , $home]) {
        if ($traits->kind !== SupporterKind::Person) {
            continue;
        }
        $records++;
        $values = $judge->compared($number, $traits)->values;
        [$who, $name] = [intdiv($number, Truth::COPIES), $traits->name->first];
        $names[$who] ??= $name;
        foreach ($homes[$home] ?? [] as [$other, $theirs]) {
            $whom = intdiv($other, Truth::COPIES);
            $take(match (true) {
                $who === $whom => Sameness::Match, $names[$who] === $names[$whom] => Sameness::Namesake, default => Sameness::Home
            }, $leveler->pattern($theirs, $values));
        }
        if ($before !== null && ! isset($homes[$home])) {
            $take(Sameness::Chance, $leveler->pattern($before, $values));
        }
        $homes = [$home => [...$homes[$home] ?? [], [$number, $values]]];
        $before = $values;
    }
}
$shares = [];
foreach (Sameness::cases() as $of) {
    foreach (WeighedField::cases() as $field) {
        // A little of everything: what no world has shown can be.
        $levels = [];
        foreach ($field->levels() as $level) {
            $levels[$level->value] = ($counts[$of->value][$field->value][$level->value] ?? 0) + ($of === Sameness::Chance ? 0.02 : 0.5);
            // In life numbers are handed out one after the other, streets are full of like houses, and many are info@.
            if ($of === Sameness::Chance && ! in_array($level, [Level::Same, Level::Differs], true)) {
                $levels[$level->value] = max($levels[$level->value], ($field === WeighedField::Phone ? 0.002 : 0.0003) * $pairs[$of->value]);
            }
        }
        $sum = array_sum($levels);
        // Worlds that are made up are neater than life.
        $untidy = $of === Sameness::Chance ? 0.0 : 0.02;
        $shares[$of->value][$field->value] = array_map(static fn (float $n): float => round((1 - $untidy) * $n / $sum + $untidy / count($levels), 7), $levels);
    }
}
// No world tells men from women: of titles, what one would say.
foreach (['match' => [0.985, 0.015], 'home' => [0.4, 0.6], 'namesake' => [0.999, 0.001], 'chance' => [0.5, 0.5]] as $of => [$same, $differs]) {
    $shares[$of]['title'] = ['same' => $same, 'differs' => $differs];
}
// In most homes with two of one name, one alone is written with Jr. or Sr.; the worlds have both.
$shares['namesake']['generation'] = ['same' => 0.02, 'near' => 0.58, 'differs' => 0.4];
$shares['match']['generation'] = ['same' => 0.698, 'near' => 0.3, 'differs' => 0.002];
echo json_encode(['match' => round(2 * $pairs['match'] / $records, 4), 'home' => round(2 * $pairs['home'] / $records, 4), 'namesake' => round(2 * $pairs['namesake'] / $records, 4), 'shares' => $shares], JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR), "\n";
