<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\SieveException;

/** A value that a step can't work on: its row is held. */
final class StepFault extends SieveException
{
    /**
     * @param  string  $reason  without a full stop, naming the value
     * @param  string  $remedy  what a person can do
     */
    public function __construct(public readonly string $reason, public readonly string $remedy)
    {
        parent::__construct($reason);
    }
}
