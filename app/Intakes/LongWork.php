<?php

declare(strict_types=1);

namespace App\Intakes;

/** Long work on an intake, done in steps that each leave it whole. */
interface LongWork
{
    /** Does the next piece; true if there is more. Safe to call again after a process died in the middle of it. */
    public function step(Intake $intake): bool;
}
