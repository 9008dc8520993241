<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\SieveException;

/** A key that the catalog does not have. */
final class UnknownField extends SieveException
{
    public function __construct(string $key)
    {
        parent::__construct("There is no field \"{$key}\" in the catalog.");
    }
}
