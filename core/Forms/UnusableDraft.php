<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

use PineSieve\Core\SieveException;

/** What was sent is not a form of a supporter. */
final class UnusableDraft extends SieveException {}
