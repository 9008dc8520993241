<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\CannotRead;

/** Turns records that carry the names of their values into rows below a header. */
final class NamedColumns
{
    /** Different names that the records of a file may have. */
    private const MOST = 2000;

    private function __construct() {}

    /**
     * @param  \Closure(): iterable<int, array<string, string>>  $records  numbered from 1; called twice, once for the names alone
     * @return iterable<int, list<string>> the header as row 1, record n as row n + 1
     */
    public static function rows(\Closure $records): iterable
    {
        $columns = [];
        foreach ($records() as $record) {
            foreach ($record as $name => $value) {
                $columns[$name] ??= count($columns);
            }
            if (count($columns) > self::MOST) {
                throw CannotRead::tooLarge('its records have more than ' . self::MOST . ' different names');
            }
        }
        if ($columns === []) {
            return;
        }
        yield 1 => array_map(strval(...), array_keys($columns));
        foreach ($records() as $number => $record) {
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
