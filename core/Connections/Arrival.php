<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** What a transaction is when it is fetched, beside what it was. */
enum Arrival: string
{
    case New = 'new';
    /** Nothing of it differs. */
    case SeenBefore = 'seen before';
    /** It says something else than it did. */
    case Changed = 'changed';
    /** Money of it went back since. */
    case WentBack = 'went back';
    /** It does not count as given: failed, pending. It may yet. */
    case DoesNotCount = 'does not count';
}
