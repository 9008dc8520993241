<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** How two values are compared. */
enum How: string
{
    case Exact = 'exact';
    /** Their first characters are equal. */
    case Starts = 'starts';
    /** Equal but for a few letters: how few, the strictness says. */
    case Alike = 'alike';
}
