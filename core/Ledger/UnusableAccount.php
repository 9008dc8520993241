<?php

declare(strict_types=1);

namespace PineSieve\Core\Ledger;

use PineSieve\Core\SieveException;

/** Accounts that nothing can be booked to. */
final class UnusableAccount extends SieveException {}
