<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

/** Changes an intake. */
abstract class ChangesIntake extends OfIntake
{
    protected function needs(): array
    {
        return ['update', $this->intake()];
    }
}
