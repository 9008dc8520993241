<?php

declare(strict_types=1);

namespace App\Supporters;

use PineSieve\Core\SieveException;

/** What is found by a field tells what stands in it. */
final class UnseenField extends SieveException
{
    public function __construct()
    {
        parent::__construct('This list asks by a field that you may not see.');
    }
}
