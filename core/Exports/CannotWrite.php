<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

use PineSieve\Core\SieveException;

/** A file can't be written to its end. */
final class CannotWrite extends SieveException
{
    public static function at(string $path): self
    {
        return new self(
            "The file {$path} can't be written. See whether the folder is there and the disk has room. Nothing was left of it.",
        );
    }
}
