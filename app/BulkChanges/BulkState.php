<?php

declare(strict_types=1);

namespace App\BulkChanges;

/** How far a change of many has come. */
enum BulkState: string
{
    case Planning = 'planning';
    /** A person sees what it would come to. */
    case Planned = 'planned';
    case Writing = 'writing';
    case Done = 'done';
    case Failed = 'failed';

    public function isWorking(): bool
    {
        return $this === self::Planning || $this === self::Writing;
    }
}
