<?php

declare(strict_types=1);

namespace App\Records;

use LogicException;

/** A change refers to something that is to be made, and nobody makes it. */
final class UnknownReference extends LogicException
{
    public function __construct(string $reference)
    {
        parent::__construct("Nothing stands for the reference {$reference}.");
    }
}
