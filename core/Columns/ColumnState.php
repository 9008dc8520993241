<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

/** How it was settled a column is. */
enum ColumnState: string
{
    /** Proposed on strong evidence, or chosen by a person. */
    case Sure = 'sure';
    /** Proposed, and a person should look at it. */
    case Look = 'look';
    /** Nothing is proposed. */
    case Open = 'open';
    case LeftBehind = 'left behind';

    public function isSettled(): bool
    {
        return $this === self::Sure || $this === self::LeftBehind;
    }
}
