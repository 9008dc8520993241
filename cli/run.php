<?php

declare(strict_types=1);
use PineSieve\Cli\Sieve;

// Libraries older than this PHP are no news to whoever reads a file.
error_reporting(E_ALL & ~E_DEPRECATED);

require __DIR__ . '/../vendor/autoload.php';

exit(Sieve::run(array_slice($argv, 1)));
