<?php

declare(strict_types=1);

namespace App\Accounts;

/** What a user may do, where nothing else is said of that one person. */
enum Role: string
{
    case Administrator = 'administrator';
    case DataSteward = 'data steward';
    case GiftEntry = 'gift entry';
    case Reader = 'reader';

    public function mayLoad(): bool
    {
        return $this === self::Administrator || $this === self::DataSteward;
    }

    public function mayPost(): bool
    {
        return $this->mayLoad();
    }

    public function mayEdit(): bool
    {
        return $this !== self::Reader;
    }
}
