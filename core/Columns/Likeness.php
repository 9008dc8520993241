<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Text\Fold;

/** Finds the value of a pick list that another spelling most likely means. */
final class Likeness
{
    private function __construct() {}

    /**
     * @param  list<string>  $options
     * @return ?string null if none is like it
     */
    public static function closest(string $value, array $options): ?string
    {
        $solid = Fold::solid($value);
        if ($solid === '') {
            return null;
        }
        [$closest, $least] = [null, 1.0];
        foreach ($options as $option) {
            $other = Fold::solid($option);
            if ($other === '') {
                continue;
            }
            if ($other === $solid) {
                return $option;
            }
            $short = min(strlen($solid), strlen($other));
            // "Gen" for "General", "Boat fund" for "Boat".
            $distance =
                $short >= 3 && (str_starts_with($other, $solid) || str_starts_with($solid, $other))
                    ? 0.2
                    : levenshtein(substr($solid, 0, 60), substr($other, 0, 60)) / max(strlen($solid), strlen($other));
            if ($distance < $least) {
                [$closest, $least] = [$option, $distance];
            }
        }

        return $least <= 0.34 ? $closest : null;
    }
}
