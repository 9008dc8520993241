<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Names\FrequentNames;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Text\Fold;

/** Makes the names of households ready for being weighed: the last name, and the first names of those who live there. */
final readonly class HouseholdNameComparer implements FieldComparer
{
    /** Parts of a value. */
    private const SHOWN = 0;

    public const LAST = 1;

    /** In alphabetical order. */
    public const FIRSTS = 2;

    private const NO_NAMES = ['and', 'the', 'family', 'families', 'household', 'home', 'of', 'or', 'residence', 'jr', 'sr', 'ii', 'iii'];

    public function preparation(): string
    {
        return 'names of a household';
    }

    public function values(Traits $traits): array
    {
        $written = str_replace('&', ' and ', $traits->display);
        $words = explode(' ', Fold::words($written));
        $names = array_values(
            array_filter(
                $words,
                static fn(string $word): bool => $word !== '' && !in_array($word, self::NO_NAMES, true) && Words::title($word) === null,
            ),
        );
        if ($names === []) {
            return [];
        }
        $last = Fold::words($traits->name->last);
        if ($last === '') {
            $last = str_contains($written, ',') ? Fold::words(explode(',', $written)[0]) : $names[array_key_last($names)];
        }
        [$last, $firsts] = self::withTwoLastNames($written) ?? [$last, array_diff($names, explode(' ', $last), ["{$last}s", "{$last}es"])];
        $firsts = array_values(array_unique($firsts));
        sort($firsts);

        return [[$traits->display, $last, implode(' ', $firsts)]];
    }

    /**
     * "Ann Lee & Bo Park", "Lee & Park Household": each has a name of two words, or none but the last. "Mary Ann and Bob Lee" are two Lees.
     *
     * @return ?array{string, list<string>} both last names in alphabetical order, and the first names; null for all others
     */
    private static function withTwoLastNames(string $written): ?array
    {
        $halves = array_map(
            static fn(string $half): array => array_values(
                array_filter(
                    explode(' ', Fold::words($half)),
                    static fn(string $word): bool => $word !== '' && !in_array($word, self::NO_NAMES, true) && Words::title($word) === null,
                ),
            ),
            explode(' and ', (string) preg_replace('/\s+and\s+|\s*\/\s*/i', ' and ', $written)),
        );
        $lasts = array_map(static fn(array $words): string => $words[array_key_last($words) ?? 0] ?? '', $halves);
        $counts = array_map(count(...), $halves);
        if (
            ($counts !== [2, 2] && $counts !== [1, 1]) ||
            count(array_unique($lasts)) < 2 ||
            array_filter($lasts, FrequentNames::isFirst(...)) !== []
        ) {
            return null;
        }
        sort($lasts);

        return [implode(' ', $lasts), $counts === [1, 1] ? [] : [$halves[0][0], $halves[1][0]]];
    }

    public function compare(array $one, array $other): ?Agreement
    {
        return array_slice($one, 1) === array_slice($other, 1) ? new Agreement(1.0, "Same name: {$other[self::SHOWN]}") : null;
    }

    public function traces(array $value): array
    {
        return ["{$value[self::LAST]}|{$value[self::FIRSTS]}"];
    }

    public function selectivity(): int
    {
        return 60;
    }
}
