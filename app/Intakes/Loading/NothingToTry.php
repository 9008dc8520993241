<?php

declare(strict_types=1);

namespace App\Intakes\Loading;

use PineSieve\Core\SieveException;

/** A trial without any row that would come in. */
final class NothingToTry extends SieveException {}
