<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** How a row of a source ends: exactly one of these. */
enum Outcome: string
{
    case New = 'new';
    case Updated = 'updated';
    case Unchanged = 'unchanged';
    case Held = 'held';
    case LeftOut = 'left_out';
}
