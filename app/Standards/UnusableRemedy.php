<?php

declare(strict_types=1);

namespace App\Standards;

use PineSieve\Core\SieveException;

/** A remedy for many records that can't be right for them. */
final class UnusableRemedy extends SieveException {}
