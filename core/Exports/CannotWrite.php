<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

use PineSieve\Core\SieveException;

/** A file can't be written to its end. */
final class CannotWrite extends SieveException
{
    /** @param  list<string>  $known */
    public static function no(string $what, string $name, array $known): self
    {
        return new self("There is no {$what} \"{$name}\": it is " . implode(', ', $known) . '.');
    }

    public static function sign(string $sign, string $encoding, string $within): self
    {
        return new self("{$encoding} has no sign for \"{$sign}\" in \"{$within}\". Choose UTF-8. Nothing was left of the file.");
    }

    public static function at(string $path): self
    {
        return new self(
            "The file {$path} can't be written. See whether the folder is there and the disk has room. Nothing was left of it.",
        );
    }
}
