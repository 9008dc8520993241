<?php

declare(strict_types=1);

namespace App\Support;

use PineSieve\Core\SieveException;

/** An option whose value can't be used. */
final class UnusableOption extends SieveException {}
