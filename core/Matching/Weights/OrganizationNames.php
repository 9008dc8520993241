<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\OrganizationNameComparer;

/** How far the names of two organizations agree: by their words, of which those say the most that the fewest have, and by their numbers. */
final readonly class OrganizationNames implements NameLevels
{
    /** Words that tell of one beside another: friends of a library are not the library. */
    private const BESIDE = ['friends', 'auxiliary', 'alumni', 'boosters', 'pta', 'pto', 'guild', 'endowment', 'chapter'];

    /** Words that are often left out, and as often another organization: a hospital is not its foundation. */
    private const PERHAPS_BESIDE = ['foundation', 'fund', 'trust'];

    /** @param  list<string>  $common  words that say little in a name, folded */
    public function __construct(private array $common) {}

    public function comparer(): FieldComparer
    {
        return new OrganizationNameComparer();
    }

    public function traits(array $names): array
    {
        $traits = [];
        foreach (array_slice($names, 0, 1) as $name) {
            $words = self::words($name[OrganizationNameComparer::WORDS]);
            $traits[] = [WeighedField::Name, self::sorted($words)];
            foreach (count($words) > 1 ? array_unique($words) : [] as $word) {
                $traits[] = [WeighedField::Name, $word];
            }
        }

        return $traits;
    }

    public function levels(array $one, array $other): array
    {
        [$a, $b] = [$one[0], $other[0]];
        [$level, $shared] = $this->name($a, $b);
        $levels = [WeighedField::Name->value => $level];
        [$number, $otherNumber] = [$a[OrganizationNameComparer::NUMBERS], $b[OrganizationNameComparer::NUMBERS]];
        if ($number !== '' || $otherNumber !== '') {
            $levels[WeighedField::Number->value] = match (true) {
                $number === $otherNumber => Level::Same,
                $number === '' || $otherNumber === '' => Level::Near,
                default => Level::Differs,
            };
        }

        return [$levels, $shared === [] ? [] : [WeighedField::Name->value => self::sorted($shared)]];
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return array{Level, list<string>} with the words that they share
     */
    private function name(array $one, array $other): array
    {
        [$a, $b] = [self::words($one[OrganizationNameComparer::WORDS]), self::words($other[OrganizationNameComparer::WORDS])];
        if ($a === $b) {
            return [Level::Same, $a];
        }
        if (implode('', $a) === implode('', $b)) {
            return [Level::Form, $a];
        }
        if (self::isAcronym($a, $b) || self::isAcronym($b, $a)) {
            return [Level::Near, count($a) === 1 ? $a : $b];
        }
        $both = SharedWords::of($a, $b);
        [$a, $b, $shared, $hasSlip] = [$both->left, $both->otherLeft, $both->words, $both->hasSlip];
        // Where it is says nothing beside a name of that place.
        [$left, $otherLeft] = [
            array_diff($a, self::words($other[OrganizationNameComparer::CITY])),
            array_diff($b, self::words($one[OrganizationNameComparer::CITY])),
        ];
        [$a, $b] = $a === [] || $b === [] ? [$left, $otherLeft] : [$a, $b];

        // That two of a town have its name says no more than that they are there.
        $town = array_intersect(self::words($one[OrganizationNameComparer::CITY]), self::words($other[OrganizationNameComparer::CITY]));
        $telling = array_values(array_diff($shared, $town));
        if ($a !== [] && $b !== []) {
            return $telling === [] ? [Level::Differs, []] : [Level::Part, $telling];
        }

        return match (true) {
            $shared === [] => [Level::Differs, []],
            $a === [] && $b === [] => [$hasSlip ? Level::Alike : Level::Form, $shared],
            array_intersect([...$a, ...$b], self::BESIDE) !== [] => [Level::Part, $shared],
            array_diff([...$a, ...$b], array_diff($this->common, self::PERHAPS_BESIDE)) === [] && !$hasSlip => [Level::Form, $shared],
            default => [Level::Near, $shared],
        };
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $words
     */
    private static function isAcronym(array $one, array $words): bool
    {
        return count($one) === 1 &&
            count($words) > 2 &&
            $one[0] === implode('', array_map(static fn(string $word): string => mb_substr($word, 0, 1), $words));
    }

    /** @return list<string> */
    private static function words(string $words): array
    {
        return $words === '' ? [] : explode(' ', $words);
    }

    /** @param  list<string>  $words */
    private static function sorted(array $words): string
    {
        sort($words);

        return implode(' ', $words);
    }
}
