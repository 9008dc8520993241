<?php

declare(strict_types=1);

namespace App\Models;

/** What a user may do. */
enum Role: string
{
    case Administrator = 'administrator';
    case DataSteward = 'data steward';
    case GiftEntry = 'gift entry';
    case Reader = 'reader';

    /** Whether records may be brought in, loaded and taken back. */
    public function mayLoad(): bool
    {
        return $this === self::Administrator || $this === self::DataSteward;
    }
}
