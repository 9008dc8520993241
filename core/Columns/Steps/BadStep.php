<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\SieveException;

/** A step that is not written so that it could be done. The message says what is wrong. */
final class BadStep extends SieveException {}
