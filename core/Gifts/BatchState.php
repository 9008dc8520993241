<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** How far a batch is: typed, ready to be looked over, or among the gifts. */
enum BatchState: string
{
    case Open = 'open';
    case Ready = 'ready';
    case Posted = 'posted';
}
