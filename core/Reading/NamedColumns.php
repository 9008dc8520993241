<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Turns records that carry the names of their values into rows below a header. */
final class NamedColumns
{
    /** Different names that the records of a file may have. */
    public const MOST = 2000;

    private function __construct()
    {
    }

    /**
     * @param  array<string, int>  $columns  name to place
     * @param  iterable<int, array<string, string>>  $records  numbered from 1
     * @return iterable<int, list<string>> the header as row 1, record n as row n + 1
     */
    public static function rows(array $columns, iterable $records): iterable
    {
        if ($columns === []) {
            return;
        }
        yield 1 => array_map(strval(...), array_keys($columns));
        foreach ($records as $number => $record) {
            $cells = array_fill(0, count($columns), '');
            foreach ($record as $name => $value) {
                $cells[$columns[$name]] = $value;
            }
            if (implode('', $cells) !== '') {
                yield $number + 1 => array_values($cells);
            }
        }
    }
}
