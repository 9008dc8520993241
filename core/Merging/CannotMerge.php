<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

use PineSieve\Core\SieveException;

/** Supporters that can't become one, or a merge that can't be taken apart. The message says why; nothing was changed. */
final class CannotMerge extends SieveException {}
