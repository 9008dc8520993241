<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Intakes\Intake;
use App\Support\Http\GuardedRequest;

/** Asked of one intake, which stands in the path. */
abstract class OfIntake extends GuardedRequest
{
    protected function intake(): Intake
    {
        $intake = $this->route('intake');
        assert($intake instanceof Intake);

        return $intake;
    }
}
