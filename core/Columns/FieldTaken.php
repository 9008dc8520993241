<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\SieveException;

/** A field that another column feeds already. */
final class FieldTaken extends SieveException
{
    public function __construct(string $header)
    {
        parent::__construct(
            "The column \"{$header}\" already becomes this field. Leave that column behind or give it another field first.",
        );
    }
}
