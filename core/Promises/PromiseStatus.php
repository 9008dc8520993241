<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

/** How a promise stands on a day. */
enum PromiseStatus: string
{
    case Open = 'open';
    /** An installment is to come in soon. */
    case Due = 'due';
    /** An installment of a pledge did not come in on its day. */
    case Overdue = 'overdue';
    /** The last installment of a recurring gift did not come. */
    case Failed = 'failed';
    /** A recurring gift that rests. */
    case Paused = 'paused';
    /** All of a pledge came in. */
    case Fulfilled = 'fulfilled';
    case WrittenOff = 'written off';
    /** A recurring gift that comes no more. */
    case Ended = 'ended';
}
