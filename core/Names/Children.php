<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** Children who stand in one cell: "Zoe, Max", "Ada (K), Ben (3)", "Mia & Max Orr", "Ann 7; Bo 4". */
final class Children
{
    private const MOST = 12;

    /** An age, a grade or a remark behind a name. */
    private const BEHIND = '\s*(?:\([^()]*\)|[-\x{2013},]?\s*(?:age[ds]?\s*)?\d{1,2}(?:\s*(?:y\/?o|yrs?|years?|m\/?o|months?|st|nd|rd|th)\.?)?)\s*';

    private const NAME = '\p{L}[\p{L}\p{M}\'\x{2019}.-]*(?: \p{L}[\p{L}\p{M}\'\x{2019}.-]*){0,2}(?<!-)';

    private function __construct() {}

    /**
     * @param  string  $last  the last name of whoever they belong to, if it is known: "Orr, Max" beside one is Max Orr
     * @return list<string> the name of each, without what stands behind it; none if it is but one
     */
    public static function split(string $text, string $last = ''): array
    {
        $text = Tidy::line((string) preg_replace('/(?<=\S)\s*\R\s*(?=\S)/u', '; ', $text));
        // "Orr, Mia & Max", "Mia & Max Orr"
        if (TwoPeople::areIn($text) && preg_match('/^[^,]*(?:,[^,]*)?$/D', $text) === 1 && !self::beginsWithFirst($text, $last)) {
            $two = TwoPeople::split($text);

            return count($two) === 2 ? $two : [];
        }
        $parts = preg_split(
            '/\s*(?:[,;\/]|&|\s\+\s|\s(?:and|y|et)\s)\s*(?!\d)/iu',
            (string) preg_replace('/,(?=\s*(?:and|&)\s)/i', '', $text),
        );
        $names = array_map(self::name(...), $parts === false ? [] : $parts);
        if (count($names) < 2 || count($names) > self::MOST || in_array(null, $names, true)) {
            return [];
        }
        /** @var list<string> $names */
        $isTurned =
            count($names) === 2 && preg_match('/^[^,]*,[^,]*$/D', $text) === 1 && $names === $parts && self::isLastAhead($names, $last);

        return $isTurned ? [] : $names;
    }

    /** Whether "Jaxon, Brynlee" is a child whose last name is another than that of whoever it belongs to, or two. */
    public static function mayBeTwo(string $text, string $last): bool
    {
        return preg_match('/^(' . self::NAME . '), (' . self::NAME . ')$/uD', Tidy::line($text), $parts) === 1 &&
            $last !== '' &&
            Fold::words($parts[1]) !== Fold::words($last) &&
            // "Thompson, Zoe" is nobody else.
            (FrequentNames::isFirst(Fold::words($parts[1])) || !FrequentNames::isLast(Fold::words($parts[1]))) &&
            self::name($parts[2]) !== null;
    }

    /** @return ?string null if it is none */
    private static function name(string $part): ?string
    {
        return preg_match('/^(' . self::NAME . ')(?:' . self::BEHIND . ')?$/uD', $part, $found) === 1 &&
            Words::suffix(Fold::solid($found[1])) === null &&
            Words::title(Fold::solid($found[1])) === null
            ? $found[1]
            : null;
    }

    /** Whether "Ada, Ben & Cy" begins with one of them, and "Orr, Mia & Max" with their last name. */
    private static function beginsWithFirst(string $text, string $last): bool
    {
        $first = Fold::words(explode(',', $text)[0]);

        return str_contains($text, ',') && $first !== Fold::words($last) && FrequentNames::isFirst($first);
    }

    /** @param  list<string>  $names  two of them */
    private static function isLastAhead(array $names, string $last): bool
    {
        $firsts = array_map(static fn(string $name): string => Fold::words(explode(' ', $name)[0]), $names);

        return Fold::words($names[0]) === Fold::words($last) ||
            !FrequentNames::isFirst($firsts[0]) ||
            (!str_contains($names[0], ' ') && FrequentNames::isLast($firsts[0]) && !FrequentNames::isLast($firsts[1]) && $last === '');
    }
}
