<?php

declare(strict_types=1);

namespace App\Exports\Saved;

use PineSieve\Core\SieveException;

/** A file that could not be brought where it should go; it stays in the list of files. */
final class CannotDeliver extends SieveException {}
