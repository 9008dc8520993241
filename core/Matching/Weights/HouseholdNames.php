<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\HouseholdNameComparer;
use PineSieve\Core\Matching\Fields\Spelling;
use PineSieve\Core\Names\Nicknames;

/** How far the names of two households agree: the last name, and the first names of those who live there, of which some sources give but one or none. */
final readonly class HouseholdNames implements NameLevels
{
    public function comparer(): FieldComparer
    {
        return new HouseholdNameComparer();
    }

    public function traits(array $names): array
    {
        $traits = [];
        foreach (array_slice($names, 0, 1) as $name) {
            $traits[] = [WeighedField::Last, $name[HouseholdNameComparer::LAST]];
            $traits[] = [WeighedField::First, $name[HouseholdNameComparer::FIRSTS]];
        }

        return $traits;
    }

    public function levels(array $one, array $other): array
    {
        [$a, $b] = [$one[0], $other[0]];
        [$last, $otherLast] = [$a[HouseholdNameComparer::LAST], $b[HouseholdNameComparer::LAST]];
        [$firsts, $otherFirsts] = [$a[HouseholdNameComparer::FIRSTS], $b[HouseholdNameComparer::FIRSTS]];
        $levels = [WeighedField::Last->value => PersonNames::last($last, $otherLast)];
        if ($firsts !== '' && $otherFirsts !== '') {
            $levels[WeighedField::First->value] = self::firsts(explode(' ', $firsts), explode(' ', $otherFirsts));
        }

        $shared = $last === $otherLast ? [WeighedField::Last->value => $last] : [];
        if ($firsts === $otherFirsts && $firsts !== '') {
            $shared[WeighedField::First->value] = $firsts;
        }

        return [$levels, $shared];
    }

    /**
     * @param  non-empty-list<string>  $one
     * @param  non-empty-list<string>  $other
     */
    private static function firsts(array $one, array $other): Level
    {
        if ($one === $other) {
            return Level::Same;
        }
        [$few, $many] = count($one) <= count($other) ? [$one, $other] : [$other, $one];
        $levels = [];
        foreach ($few as $name) {
            $best = Level::Differs;
            foreach ($many as $of) {
                $level = self::name($name, $of);
                $best = Leveler::rank($level) < Leveler::rank($best) ? $level : $best;
            }
            $levels[] = $best;
        }
        usort($levels, static fn(Level $a, Level $b): int => Leveler::rank($a) <=> Leveler::rank($b));
        [$nearest, $farthest] = [$levels[0], $levels[array_key_last($levels)]];

        return match (true) {
            $farthest !== Level::Differs => $farthest === Level::Same ? Level::Form : $farthest,
            $nearest === Level::Same, $nearest === Level::Form => Level::Middle,
            default => Level::Differs,
        };
    }

    private static function name(string $one, string $other): Level
    {
        return match (true) {
            $one === $other => Level::Same,
            (strlen($one) === 1 || strlen($other) === 1) && $one[0] === $other[0] => Level::Near,
            Nicknames::common($one, $other) !== null => Level::Form,
            strlen($one) > 2 && strlen($other) > 2 && Spelling::likeness($one, $other, 70) !== null => Level::Alike,
            default => Level::Differs,
        };
    }
}
