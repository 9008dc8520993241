<?php

declare(strict_types=1);

namespace App\Installation;

use PineSieve\Core\SieveException;

/** A restore point that can't be taken or put back; the message says what was kept. */
final class CannotRestore extends SieveException {}
