<?php

declare(strict_types=1);

namespace App\Intakes;

use RuntimeException;

/** Another process has taken up the work in the meantime: this one stops. */
final class AnotherWorker extends RuntimeException {}
