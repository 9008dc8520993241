<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** What a pair amounts to; a higher value is the stronger. */
enum PairStrength: int
{
    case None = 0;
    case Doubtful = 1;
    case ClearByAddress = 2;
    case ClearByEmail = 3;
    case ClearById = 4;
    /** The very same row has been loaded to that record before. */
    case ClearByRow = 5;

    public function isClear(): bool
    {
        return $this->value >= self::ClearByAddress->value;
    }
}
