<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

use PineSieve\Core\SieveException;

/** A rule set that is not written so that it could be used. The message says where and why. */
final class BadRules extends SieveException {}
