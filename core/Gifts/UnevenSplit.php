<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use PineSieve\Core\SieveException;

/** The parts of a gift do not come to the gift. The message says how far, without a full stop. */
final class UnevenSplit extends SieveException {}
