<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

use PineSieve\Core\SieveException;

/** What is asked for can't be searched by. */
final class UnusableSearch extends SieveException {}
