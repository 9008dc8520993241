<?php

declare(strict_types=1);

namespace Circle\Changes;

use Circle\Merging\Merger;

/** @see Merger */
final class Planner {}
