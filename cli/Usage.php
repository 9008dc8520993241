<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use RuntimeException;

/** The command was not given as it can be. */
final class Usage extends RuntimeException
{
}
