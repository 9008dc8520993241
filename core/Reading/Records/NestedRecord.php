<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\Workbooks\CellNumber;

/** A record with records in it, as columns: nested names are joined by a full stop ("address.city"), elements of lists are numbered ("gifts.2.amount"). */
final class NestedRecord
{
    private function __construct() {}

    /**
     * @param  array<array-key, mixed>  $value
     * @return array<string, string>
     */
    public static function flat(array $value, string $prefix = ''): array
    {
        $flat = [];
        $isList = array_is_list($value);
        foreach ($value as $name => $inner) {
            // A year may be a name.
            $name = $prefix . ($isList ? (int) $name + 1 : $name);
            $flat += match (true) {
                is_array($inner) && $inner !== [] && array_is_list($inner) && array_filter($inner, is_array(...)) === [] => [
                    $name => implode('; ', array_map(self::text(...), $inner)),
                ],
                is_array($inner) => self::flat($inner, "{$name}."),
                default => [rtrim($name, '.') => self::text($inner)],
            };
        }

        return $flat;
    }

    private static function text(mixed $value): string
    {
        return match (true) {
            is_string($value) => $value,
            is_bool($value) => $value ? 'true' : 'false',
            is_int($value) || is_float($value) => CellNumber::text((string) $value),
            default => '',
        };
    }
}
