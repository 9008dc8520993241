<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\QueryException;
use Illuminate\Log\Logger;
use Monolog\LogRecord;
use PDOException;
use Throwable;

/**
 * Keeps people's data out of the logs. A database error says the statement with its values, and what the database itself says
 * quotes values too: of both, only the code and the statement with its question marks are written.
 */
final class WithoutValues
{
    public function __invoke(Logger $logger): void
    {
        $logger->pushProcessor(static function (LogRecord $record): LogRecord {
            $error = $record->context['exception'] ?? null;

            return $error instanceof Throwable
                ? $record->with(
                    message: self::said($error),
                    context: [...array_diff_key($record->context, ['exception' => 1]), 'trace' => self::trace($error)],
                )
                : $record;
        });
    }

    private static function said(Throwable $error): string
    {
        return $error::class .
            ': ' .
            match (true) {
                $error instanceof QueryException => "{$error->getCode()} at {$error->getSql()}",
                $error instanceof PDOException => (string) $error->getCode(),
                default => $error->getMessage(),
            };
    }

    /** @return list<string> where it happened, and the errors that led to it */
    private static function trace(Throwable $error): array
    {
        $lines = ["{$error->getFile()}:{$error->getLine()}"];
        foreach ($error->getTrace() as $frame) {
            $lines[] =
                ($frame['file'] ?? '') .
                ':' .
                ($frame['line'] ?? '') .
                ' ' .
                ($frame['class'] ?? '') .
                ($frame['type'] ?? '') .
                $frame['function'];
        }
        $before = $error->getPrevious();

        return $before === null ? $lines : [...$lines, 'because of ' . self::said($before), ...self::trace($before)];
    }
}
