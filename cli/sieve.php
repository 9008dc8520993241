<?php

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

exit(PineSieve\Cli\Sieve::run(array_slice($argv, 1)));
