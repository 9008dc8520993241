<?php

declare(strict_types=1);

namespace Circle\Merging;

use Circle\Changes\Planner;

/** @see Planner */
final class Merger {}
