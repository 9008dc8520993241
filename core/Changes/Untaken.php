<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** A value of a row that is not written, since the record has another. */
final readonly class Untaken
{
    /** @param  string  $field  key in the catalog */
    public function __construct(public string $field, public string $stored, public string $written) {}
}
