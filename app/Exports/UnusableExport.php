<?php

declare(strict_types=1);

namespace App\Exports;

use PineSieve\Core\SieveException;

/** Something that is asked of an export can't be. */
final class UnusableExport extends SieveException {}
