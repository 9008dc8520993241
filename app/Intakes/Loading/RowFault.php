<?php

declare(strict_types=1);

namespace App\Intakes\Loading;

use App\Records\UnknownReference;
use Illuminate\Database\QueryException;
use Throwable;

/** Why a row could not be written, where that is the row's own fault and not the database's. */
final class RowFault
{
    /** Error codes of MariaDB that speak of the values themselves. */
    private const REASONS = [
        1048 => 'Something that every record needs is missing in it',
        1364 => 'Something that every record needs is missing in it',
        1062 => 'Something in it is there already and can be there only once',
        1264 => 'A number in it is too large to be stored',
        1406 => 'A text in it is too long to be stored',
        1366 => 'A text in it has characters that can\'t be kept',
        1292 => 'A date in it can\'t be',
        1451 => 'Something that it removes is still needed',
        1452 => 'It refers to a record that is not there',
    ];

    private function __construct() {}

    /** @return ?string in words, without a full stop; null if the row is not to blame */
    public static function of(Throwable $error): ?string
    {
        return match (true) {
            $error instanceof UnknownReference => 'It refers to another row of the file that does not come in',
            $error instanceof QueryException => self::REASONS[(int) ($error->errorInfo[1] ?? 0)] ?? null,
            default => null,
        };
    }
}
