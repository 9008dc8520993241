<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** Two people who stand in one cell: "John & Mary Smith", "Dr. Ann Lee and Mr. Bo Park", "Mr. and Mrs. John Smith". */
final class TwoPeople
{
    /** "Ann/Bo Lee" is two; "c/o" and "1/2" are not. */
    private const AND = '\s*(?:&|\s\+\s|\s(?:and|or|und|et)\s|(?<=\p{L}{2})\s?\/\s?(?=\p{L}{2}))\s*';

    /** "Mary Jo", "Billy Bob": what is no last name behind a first one. */
    private const SECOND = '/^(?:jo|ann|anne|marie|lou|sue|beth|ellen|kate|mae|lynn|louise|bob|joe|luc|pierre)$/D';

    private function __construct() {}

    /** Whether a name, if it is no organization's, is that of two. */
    public static function areIn(string $text): bool
    {
        // Most values are told apart by a glance.
        return preg_match('/[&+\/]| (?:and|or|und|et) /i', $text) === 1 &&
            preg_match('/\p{L}\.?\)?' . self::AND . '\p{L}/iu', NameRemarks::withoutCompany($text)) === 1;
    }

    /** @return non-empty-list<string> what stands before and behind each "and" */
    public static function halves(string $text): array
    {
        $halves = preg_split('/' . self::AND . '/iu', $text);

        return $halves === false || $halves === [] ? [$text] : $halves;
    }

    /** @return list<string> each as one writes a person's name; the text alone if it does not hold two people */
    public static function split(string $text): array
    {
        $text = Tidy::line($text);
        $halves = self::halves(NameRemarks::withoutCompany($text));
        if (
            count($halves) !== 2 ||
            $halves[0] === '' ||
            $halves[1] === '' ||
            WrittenName::isOrganization($text) ||
            preg_match('/\b(?:family|families|estate)\b/iu', $text) === 1
        ) {
            return [$text];
        }
        [$one, $other] = $halves;
        // "Smith, John & Mary"
        if (str_contains($one, ',') && !str_contains($other, ',')) {
            [$last, $first] = array_map(trim(...), explode(',', $one, 2));

            // "Smith, Mr. and Mrs. John" names one of the two.
            if (Words::title(Fold::solid($first)) !== null) {
                return [$text];
            }

            return $first === ''
                ? [$text]
                : [
                    "{$first} {$last}",
                    self::needsLastName($other) || Words::title(self::firstWord($other)) !== null ? "{$other} {$last}" : $other,
                ];
        }
        if (str_contains($one, ',')) {
            return [self::turned($one), self::turned($other)];
        }
        // "Mr. and Mrs. John Smith" names one of the two: nobody is made up for the other.
        if (!str_contains($one, ' ') && Words::title(Fold::solid($one)) !== null) {
            return [$text];
        }

        // "John & Mary", in a column of first names.
        if (!str_contains($one, ' ') && !str_contains($other, ' ')) {
            return mb_strlen($one) > 1 && mb_strlen($other) > 1 ? [$one, $other] : [$text];
        }
        if (!str_contains($other, ' ')) {
            return [$one, $other . ' ' . self::lastName($one)];
        }

        // "Ms. Moore & Mr. Reyes"
        if (self::isTitledLast($one) && self::isTitledLast($other)) {
            return [$one, $other];
        }

        return [self::needsLastName($one) ? $one . ' ' . self::lastName($other) : $one, $other];
    }

    /** "John", "Dr. John", "John Q." and "Mary Jo" do; "John Smith" and "J. Smith" do not. */
    private static function needsLastName(string $text): bool
    {
        $words = array_values(
            array_filter(
                explode(' ', NameRemarks::of($text)->name),
                static fn(string $word): bool => Words::title(Fold::solid($word)) === null,
            ),
        );
        $last = $words[count($words) - 1] ?? '';

        return count($words) < 2 ||
            preg_match('/^\p{L}\.?$/u', $last) === 1 ||
            (count($words) === 2 && preg_match(self::SECOND, Fold::words($last)) === 1 && FrequentNames::isFirst(Fold::words($words[0])));
    }

    private static function isTitledLast(string $text): bool
    {
        $words = explode(' ', $text);

        return count($words) === 2 && Words::title(Fold::solid($words[0])) !== null;
    }

    private static function lastName(string $text): string
    {
        $person = WrittenName::parse($text)->person;

        return $person->last;
    }

    private static function firstWord(string $text): string
    {
        return Fold::solid(explode(' ', $text)[0]);
    }

    private static function turned(string $text): string
    {
        [$last, $first] = array_map(trim(...), explode(',', $text, 2));

        return "{$first} {$last}";
    }
}
