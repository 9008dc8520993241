<?php

declare(strict_types=1);

namespace App\Connections;

use PineSieve\Core\SieveException;

/** Another system does not answer, or not as its connection says. Nothing was brought in, and the place is kept. */
final class CannotFetch extends SieveException {}
