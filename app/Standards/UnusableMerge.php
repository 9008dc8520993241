<?php

declare(strict_types=1);

namespace App\Standards;

use PineSieve\Core\SieveException;

/** Two values of a list that can't become one, since records would fall short of a rule then. */
final class UnusableMerge extends SieveException
{
    public static function of(string $name, string $reason): self
    {
        return new self("Nothing is merged: of {$name} and perhaps others, a rule would be broken then. {$reason}.");
    }
}
