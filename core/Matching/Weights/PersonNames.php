<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\NameComparer;
use PineSieve\Core\Matching\Fields\NameContrast;
use PineSieve\Core\Matching\Fields\Spelling;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Names\Nicknames;

/** How far the names of two people agree. */
final readonly class PersonNames implements NameLevels
{
    public function comparer(): FieldComparer
    {
        return new NameComparer(new Comparison(Comparison::NAME));
    }

    public function traits(array $names): array
    {
        $traits = [];
        foreach (array_slice($names, 0, 1) as $name) {
            $traits[] = [WeighedField::Last, $name[NameComparer::LAST]];
            $traits[] = [WeighedField::First, $name[NameComparer::FIRST]];
        }

        return $traits;
    }

    public function levels(array $one, array $other): array
    {
        $best = null;
        foreach ($one as $a) {
            foreach ($other as $b) {
                $found = self::name($a, $b);
                $best = $best === null || $found[0] < $best[0] ? $found : $best;
            }
        }
        [, $levels, $shared] = $best;
        [$a, $b] = [$one[0], $other[0]];
        [$generation, $otherGeneration] = NameContrast::generations($a, $b);
        if ($generation !== '' || $otherGeneration !== '') {
            $levels[WeighedField::Generation->value] = match (true) {
                $generation === $otherGeneration => Level::Same,
                $generation === '' || $otherGeneration === '' => Level::Near,
                default => Level::Differs,
            };
        }
        if ($a[NameComparer::TITLE] !== '' && $b[NameComparer::TITLE] !== '') {
            $levels[WeighedField::Title->value] = NameContrast::hasOtherTitle($a, $b) ? Level::Differs : Level::Same;
        }
        [$middle, $otherMiddle] = [$a[NameComparer::MIDDLE], $b[NameComparer::MIDDLE]];
        if ($middle !== '' && $otherMiddle !== '') {
            $levels[WeighedField::Middle->value] = self::middle($middle, $otherMiddle);
        }

        return [$levels, $shared];
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return array{int, array<string, Level>, array<string, string>} the lower the nearer
     */
    private static function name(array $one, array $other): array
    {
        [$last, $first] = [self::last($one[NameComparer::LAST], $other[NameComparer::LAST]), self::first($one, $other)];
        // Whoever is known by a last name alone is so in most sources.
        if ($last === Level::Same && $one[NameComparer::FIRST] === '' && $other[NameComparer::FIRST] === '') {
            $first = Level::Form;
        }
        if ($last === Level::Differs && $first !== Level::Same) {
            [$last, $first] = self::turnedRound($one, $other) ?? [$last, $first];
        }
        $levels = [WeighedField::Last->value => $last, ...$first === Level::Blank ? [] : [WeighedField::First->value => $first]];
        $shared = [
            ...$last === Level::Same ? [WeighedField::Last->value => $one[NameComparer::LAST]] : [],
            // An initial is shared by everyone whose name begins so, however few are written with it.
            ...$first === Level::Same || ($first !== Level::Near && $one[NameComparer::FIRST] === $other[NameComparer::FIRST])
                ? [WeighedField::First->value => $one[NameComparer::FIRST]]
                : [],
        ];

        return [Leveler::rank($last) + Leveler::rank($first), $levels, $shared];
    }

    /**
     * How far two agree if first and last name have changed places in one of them: what agrees does so in another form.
     *
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return ?array{Level, Level} of last and first name; null if that is no more than chance
     */
    private static function turnedRound(array $one, array $other): ?array
    {
        $best = null;
        foreach ([[$one, self::turned($other)], [self::turned($one), $other]] as [$a, $b]) {
            if ($a[NameComparer::LAST] === '' || $b[NameComparer::LAST] === '') {
                continue;
            }
            [$last, $first] = [self::last($a[NameComparer::LAST], $b[NameComparer::LAST]), self::first($a, $b)];
            $rank = Leveler::rank($last) + Leveler::rank($first);
            $isTurned = $last === Level::Same || ($last !== Level::Differs && !in_array($first, [Level::Differs, Level::Blank], true));
            if ($isTurned && ($best === null || $rank < $best[0])) {
                $best = [$rank, $last === Level::Same ? Level::Form : $last, $first === Level::Same ? Level::Form : $first];
            }
        }

        return $best === null ? null : [$best[1], $best[2]];
    }

    /**
     * @param  list<string>  $name
     * @return list<string>
     */
    private static function turned(array $name): array
    {
        return array_values(
            array_replace($name, [NameComparer::FIRST => $name[NameComparer::LAST], NameComparer::LAST => $name[NameComparer::FIRST]]),
        );
    }

    /** How far two middle names agree: an initial says no more than that the other may be what it stands for. */
    private static function middle(string $a, string $b): Level
    {
        return match (true) {
            $a === $b && strlen($a) > 1 => Level::Same,
            str_starts_with($a, $b), str_starts_with($b, $a) => Level::Near,
            default => strlen($a) > 3 && strlen($b) > 3 && Spelling::likeness($a, $b, 78) !== null ? Level::Near : Level::Differs,
        };
    }

    /** How far two last names agree. */
    public static function last(string $a, string $b): Level
    {
        return match (true) {
            $a === $b => Level::Same,
            str_replace(' ', '', $a) === str_replace(' ', '', $b) => Level::Form,
            array_filter(array_intersect(explode(' ', $a), explode(' ', $b)), static fn(string $part): bool => strlen($part) > 2) !== []
                => Level::Form,
            strlen($a) > 3 && strlen($b) > 3 && Spelling::likeness($a, $b, 78) !== null, Spelling::soundAlike($a, $b) => Level::Alike,
            default => Level::Differs,
        };
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    private static function first(array $one, array $other): Level
    {
        [$a, $b] = [$one[NameComparer::FIRST], $other[NameComparer::FIRST]];
        $isOnesMiddle = $one[NameComparer::MIDDLE] === $b || $other[NameComparer::MIDDLE] === $a;

        return match (true) {
            $a === '' || $b === '' => Level::Blank,
            $a === $b && strlen($a) > 1 => Level::Same,
            strlen($a) === 1 || strlen($b) === 1 => self::mayStandFor($a, $b) || $isOnesMiddle ? Level::Near : Level::Differs,
            Nicknames::common($a, $b) !== null, str_starts_with("{$a} ", "{$b} "), str_starts_with("{$b} ", "{$a} ") => Level::Form,
            // Annmarie is Ann to many; so are forms that no list has.
            strlen($a) > 2 &&
                strlen($b) > 2 &&
                (str_starts_with($a, $b) || str_starts_with($b, $a) || Spelling::likeness($a, $b, 70) !== null),
            Spelling::soundAlike($a, $b),
            Spelling::isFormAlike($a, $b),
            Spelling::isFormAlike($b, $a)
                => Level::Alike,
            // Many go by their middle name, and as many have it from father or mother.
            $isOnesMiddle => Level::Middle,
            default => Level::Differs,
        };
    }

    /** Whether one of two first names, of which one is an initial, may be what the other stands for: R. for Robert, and for Bob. */
    private static function mayStandFor(string $a, string $b): bool
    {
        [$initial, $name] = strlen($a) === 1 ? [$a, $b] : [$b, $a];

        return array_filter([$name, ...Nicknames::fullOf($name)], static fn(string $form): bool => $form[0] === $initial) !== [];
    }
}
