<?php

declare(strict_types=1);

namespace App\Standards;

use PineSieve\Core\SieveException;

/** Two values of a list that can't become one, since records would fall short of a rule then. */
final class UnusableMerge extends SieveException
{
    public static function of(string $name, string $reason): self
    {
        return new self("Nothing was merged: a rule would be broken for {$name}, and perhaps for others. {$reason}.");
    }
}
