<?php

declare(strict_types=1);

namespace App\Support;

use PineSieve\Core\SieveException;

/** A notice can't go there. */
final class UnusableDestination extends SieveException
{
    /** @param  bool  $forGood  whether it is refused, and not only unknown at the moment */
    public function __construct(string $message, public readonly bool $forGood)
    {
        parent::__construct($message);
    }
}
