<?php

declare(strict_types=1);

namespace App\Batches;

use PineSieve\Core\SieveException;

/** A batch that stays as it is; the message says why. */
final class CannotPost extends SieveException
{
    /** @param  bool  $isDifference  whether its totals are not what was expected, and nobody says why */
    public function __construct(string $message, public readonly bool $isDifference = false)
    {
        parent::__construct($message);
    }
}
