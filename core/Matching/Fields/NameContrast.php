<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Names\Nicknames;

/** In what two names of people, as NameComparer prepares them, contradict each other. */
final class NameContrast
{
    /** Titles that tell a man from a woman. */
    private const OF_MEN = ['mr', 'sir'];

    private const OF_WOMEN = ['mrs', 'ms', 'miss', 'dame'];

    private function __construct() {}

    /**
     * Whether two people's first names are plainly others: no form, initial or misspelling of each other.
     *
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    public static function hasOtherFirst(array $one, array $other): bool
    {
        [$a, $b] = [$one[NameComparer::FIRST], $other[NameComparer::FIRST]];
        if (
            $a === '' ||
            $b === '' ||
            $a === $b ||
            $one[NameComparer::MIDDLE] === $b ||
            $other[NameComparer::MIDDLE] === $a ||
            Nicknames::common($a, $b) !== null
        ) {
            return false;
        }
        [$short, $long] = strlen($a) <= strlen($b) ? [$a, $b] : [$b, $a];
        $isInitial = strlen($short) === 1 && $short === $long[0];
        $isSwapped = self::isSpelledLike($a, $other[NameComparer::LAST]) || self::isSpelledLike($b, $one[NameComparer::LAST]);

        return !$isInitial &&
            !$isSwapped &&
            !str_starts_with("{$long} ", "{$short} ") &&
            !(strlen($short) > 3 && str_starts_with($long, $short)) &&
            !self::isSpelledLike($a, $b) &&
            !Spelling::soundAlike($a, $b) &&
            !Spelling::isFormAlike($a, $b) &&
            !Spelling::isFormAlike($b, $a);
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return array{string, string} "Jr.", "Sr.", "II"; '' where it says nothing
     */
    public static function generations(array $one, array $other): array
    {
        return [$one[NameComparer::GENERATION], $other[NameComparer::GENERATION]];
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return bool whether one is written as a man, the other as a woman
     */
    public static function hasOtherTitle(array $one, array $other): bool
    {
        [$a, $b] = [$one[NameComparer::TITLE], $other[NameComparer::TITLE]];

        return (in_array($a, self::OF_MEN, true) && in_array($b, self::OF_WOMEN, true)) ||
            (in_array($a, self::OF_WOMEN, true) && in_array($b, self::OF_MEN, true));
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return bool whether both give a middle name, and they begin with other letters
     */
    public static function hasOtherMiddle(array $one, array $other): bool
    {
        [$a, $b] = [$one[NameComparer::MIDDLE], $other[NameComparer::MIDDLE]];

        return $a !== '' &&
            $b !== '' &&
            $a[0] !== $b[0] &&
            ($one[NameComparer::FIRST] === $other[NameComparer::FIRST] ||
                Nicknames::common($one[NameComparer::FIRST], $other[NameComparer::FIRST]) !== null);
    }

    /** With one slip in three or four letters. Of three, another letter in the place of one makes another name (Jim, Kim). */
    private static function isSpelledLike(string $a, string $b): bool
    {
        if (strlen($a) === 3 && strlen($b) === 3) {
            return count_chars($a, 1) === count_chars($b, 1);
        }

        return Spelling::likeness($a, $b, max(strlen($a), strlen($b)) === 3 ? 66 : 70) !== null;
    }
}
