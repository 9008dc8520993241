<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** A value that could not be read, as it was written. */
final readonly class UnreadValue
{
    /** @param  string  $field  key in the catalog, of no party */
    public function __construct(public string $field, public string $text) {}
}
