<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

use PineSieve\Core\SieveException;

/** A merge policy that is not written so that it could be used. The message says why. */
final class BadPolicy extends SieveException {}
