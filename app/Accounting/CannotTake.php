<?php

declare(strict_types=1);

namespace App\Accounting;

use PineSieve\Core\SieveException;

/** A journal that can't be taken, or put back; nothing is marked as taken then. */
final class CannotTake extends SieveException {}
