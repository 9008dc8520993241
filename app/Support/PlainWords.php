<?php

declare(strict_types=1);

namespace App\Support;

use PDOException;
use PineSieve\Core\SieveException;
use Throwable;

/** What a fault of the machine means to the person at the screen. What the database said stays in the log. */
final class PlainWords
{
    /** Error codes of MariaDB and of its client. */
    private const FULL = [1021, 1041, 1114, 3, 28];

    private const AWAY = [1040, 1053, 1129, 1152, 1153, 1158, 1159, 1160, 1161, 1184, 1203, 1927, 2002, 2003, 2005, 2006, 2013];

    private const BUSY = [1205, 1213];

    private function __construct() {}

    /** In sentences. */
    public static function of(Throwable $error): string
    {
        return match (true) {
            $error instanceof SieveException => $error->getMessage(),
            self::isFull($error) => 'The disk is full. Make room on it, then go on.',
            self::isAway($error) => 'The database does not answer. See whether it runs, then go on.',
            in_array(self::code($error), self::BUSY, true) => 'Others were writing to the same records for too long. Try again.',
            default => 'Something went wrong that the program did not expect. The log in the data folder has the details.',
        };
    }

    public static function isAway(Throwable $error): bool
    {
        return $error instanceof PDOException &&
            (in_array(self::code($error), self::AWAY, true) || str_contains($error->getMessage(), 'server has gone away'));
    }

    public static function isFull(Throwable $error): bool
    {
        return ($error instanceof PDOException && in_array(self::code($error), self::FULL, true)) ||
            str_contains($error->getMessage(), 'No space left on device') ||
            str_contains($error->getMessage(), 'possibly out of free disk space');
    }

    private static function code(Throwable $error): int
    {
        return $error instanceof PDOException ? (int) ($error->errorInfo[1] ?? $error->getCode()) : 0;
    }
}
