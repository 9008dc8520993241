<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use PineSieve\Core\SieveException;

/** What can not be credited to someone. The message says why, without a full stop. */
final class UnusableCredit extends SieveException {}
