<?php

declare(strict_types=1);

namespace App\AddressChecks;

/** How far a check of addresses has come. */
enum CheckState: string
{
    /** A list whose columns wait for someone. */
    case Mapping = 'mapping';
    case Waiting = 'waiting';
    case Reading = 'reading';
    case Asking = 'asking';
    case Settling = 'settling';
    /** What was found is being written into the records. */
    case Writing = 'writing';
    case Done = 'done';
    case Failed = 'failed';

    public function isWorking(): bool
    {
        return in_array($this, [self::Waiting, self::Reading, self::Asking, self::Settling, self::Writing], true);
    }
}
