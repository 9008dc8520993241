<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** How alike two names are. */
enum NameLikeness
{
    /** Equal but for accents, case and punctuation. */
    case Same;
    /** May be the same: an initial, a short form, a part that one side lacks. */
    case Compatible;
    /** Last names equal, first names not: family rather than the same person. */
    case Family;
    case Different;
}
