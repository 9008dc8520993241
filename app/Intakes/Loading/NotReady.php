<?php

declare(strict_types=1);

namespace App\Intakes\Loading;

use PineSieve\Core\SieveException;

/** A load that was asked for while its rows were worked out anew. */
final class NotReady extends SieveException
{
    public function __construct()
    {
        parent::__construct(
            'The rows of this intake are being worked out anew, since its columns or the standards were changed. Load it when that is done.',
        );
    }
}
