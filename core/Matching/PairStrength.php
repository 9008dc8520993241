<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** What a row and a record that it may be amount to; a higher value is the stronger. */
enum PairStrength: int
{
    /** They have one name, and are most likely two. */
    case Unlikely = 0;
    case Doubtful = 1;
    case Certain = 2;
    /** Certain, and the id of another system says so. */
    case CertainById = 3;
    /** The very same row has been loaded to that record before. */
    case CertainByRow = 4;

    public function isCertain(): bool
    {
        return $this->value > self::Doubtful->value;
    }
}
