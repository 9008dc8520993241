<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

use PineSieve\Core\SieveException;

/** What another system answered is not what its connection says. */
final class UnreadableAnswer extends SieveException {}
