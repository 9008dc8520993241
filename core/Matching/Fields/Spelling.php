<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Names\Nicknames;

/** How far apart two spellings are. Works on bytes: what it gets is folded to ASCII, or compared letter by letter all the same. */
final class Spelling
{
    /** Letters beyond which a word is not taken apart to be found in spite of a slip. */
    private const LONG = 12;

    /** Letters at either end of a longer one, of which a slip leaves one as it is. */
    private const END = 6;

    private function __construct() {}

    /** In how many letters words of a length may differ and be alike: at 80, one in five. */
    public static function slips(int $length, int $strictness): int
    {
        return (int) floor(($length * (100 - $strictness)) / 100 + 1e-9);
    }

    /**
     * From 0 to 1, by the letters that are wrong, missing, too many, or two of them in each other's place; null if that is too many.
     *
     * @param  int  $strictness  50 to 100
     */
    public static function likeness(string $one, string $other, int $strictness): ?float
    {
        if ($one === $other) {
            return 1.0;
        }
        $length = max(strlen($one), strlen($other));
        $allowed = self::slips($length, $strictness);
        if ($allowed === 0 || abs(strlen($one) - strlen($other)) > $allowed || $length > 255) {
            return null;
        }
        $distance = levenshtein($one, $other);
        // Two letters in each other's place are two steps there and one slip here.
        if ($distance > $allowed && $distance <= 2 * $allowed) {
            $distance = self::withTranspositions($one, $other);
        }

        return $distance <= $allowed ? 1 - $distance / $length : null;
    }

    /**
     * Texts of which two words that differ in one slip have at least one in common: the word, and the word without each of its letters.
     *
     * @return list<string>
     */
    public static function traces(string $word): array
    {
        $traces = [$word];
        $length = strlen($word);
        if ($length > self::LONG) {
            return [$word, '<' . substr($word, 0, self::END), '>' . substr($word, -self::END)];
        }
        for ($i = 0; $i < $length; $i++) {
            $traces[] = substr($word, 0, $i) . substr($word, $i + 1);
        }

        return array_values(array_unique($traces));
    }

    /** Equal for words that sound alike in English: PHP's metaphone, without the half vowels that come and go in names (Meyer, Maier); '' if nothing can be heard. */
    public static function sound(string $word): string
    {
        return str_replace(['Y', 'W', 'H'], '', metaphone($word));
    }

    /** Whether two words sound alike and are not spelled too far apart: John and Jane have the same consonants. */
    public static function soundAlike(string $one, string $other): bool
    {
        $sound = self::sound($one);

        return $sound !== '' && $sound === self::sound($other) && self::likeness($one, $other, 55) !== null;
    }

    /** Whether a name is, but for a slip behind its first letter, a form of another: Jackie and Jacquelien, Jacqueline and Jakcie. */
    public static function isFormAlike(string $form, string $name): bool
    {
        foreach ([...Nicknames::fullOf($form), ...Nicknames::formsOf($form)] as $one) {
            // Of four letters, another is another name: Linda is no form of Caroline, whom some call Lina.
            if (strlen($one) > 4 && $one[0] === $name[0] && self::likeness($one, $name, 80) !== null) {
                return true;
            }
        }

        return false;
    }

    /** Optimal string alignment distance: insertions, deletions, substitutions, and transpositions of neighbours. */
    private static function withTranspositions(string $one, string $other): int
    {
        $width = strlen($other);
        $before = [];
        $last = range(0, $width);
        for ($i = 1, $height = strlen($one); $i <= $height; $i++) {
            $row = [$i];
            for ($j = 1; $j <= $width; $j++) {
                $cost = $one[$i - 1] === $other[$j - 1] ? 0 : 1;
                $row[$j] = min($last[$j] + 1, $row[$j - 1] + 1, $last[$j - 1] + $cost);
                if ($i > 1 && $j > 1 && $one[$i - 1] === $other[$j - 2] && $one[$i - 2] === $other[$j - 1]) {
                    $row[$j] = min($row[$j], $before[$j - 2] + 1);
                }
            }
            [$before, $last] = [$last, $row];
        }

        return $last[$width];
    }
}
