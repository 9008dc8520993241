<?php

declare(strict_types=1);

namespace App\Console\Commands;

use PineSieve\Core\SieveException;

/** An option whose value can't be used. */
final class UnusableOption extends SieveException
{
}
