<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Intake;

/** Looks at rows of an intake as they came. */
abstract class ViewsIntake extends OfIntake
{
    protected function needs(): array
    {
        return ['viewRows', [Intake::class, $this->intake()]];
    }
}
