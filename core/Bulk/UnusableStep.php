<?php

declare(strict_types=1);

namespace PineSieve\Core\Bulk;

use PineSieve\Core\SieveException;

/** This can't be done to many supporters at once. */
final class UnusableStep extends SieveException {}
