<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** The kinds of key under which records that may be the same are found. Values are stored: do not change them. */
enum KeyKind: int
{
    case OldId = 1;
    case Email = 2;
    case Address = 3;
    case Name = 4;
    /** A value that only one record may have. Of rows of a file alone: stored ones are looked up by their values. */
    case Unique = 9;

    /** Records that may share a key before it says too little to be looked at: a family's email is telling, a common name is less so. */
    public function cap(): int
    {
        return match ($this) {
            self::OldId, self::Email, self::Address, self::Unique => 50,
            self::Name => 25,
        };
    }
}
