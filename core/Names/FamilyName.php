<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;

/** A family called by its last name alone, in the plural: "The Johnsons", "the Joneses". */
final class FamilyName
{
    private const PLURAL = '/^the (\p{L}[\p{L}\'\x{2019}-]*s)$/iuD';

    /** "The Woods" may as well be a place, a home or a club. */
    private const NO_FAMILIES = [
        'bank',
        'bell',
        'brook',
        'church',
        'field',
        'garden',
        'gate',
        'hill',
        'king',
        'knight',
        'lake',
        'lane',
        'park',
        'river',
        'stone',
        'water',
        'well',
        'wood',
    ];

    private function __construct() {}

    /** @return ?string the last name; null where no frequent one is in the plural, or it may as well be something else */
    public static function of(string $name): ?string
    {
        if (preg_match(self::PLURAL, $name, $found) !== 1) {
            return null;
        }
        $plural = $found[1];
        // The Adams, the Williams: so they are called.
        foreach (['', 's', 'es'] as $ending) {
            $last = str_ends_with(strtolower($plural), $ending) ? substr($plural, 0, strlen($plural) - strlen($ending)) : '';
            $folded = Fold::words($last);
            if (FrequentNames::isLast($folded)) {
                return in_array(rtrim($folded, 's'), self::NO_FAMILIES, true) ? null : $last;
            }
        }

        return null;
    }
}
