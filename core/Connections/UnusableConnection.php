<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

use PineSieve\Core\SieveException;

/** What a connection is set to can't be used. */
final class UnusableConnection extends SieveException {}
