<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

use PineSieve\Core\SieveException;

/** What can not be promised so. The message says why, without a full stop. */
final class UnusablePromise extends SieveException {}
