<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Intakes\Intake;
use Illuminate\Foundation\Auth\Access\AuthorizesRequests;

abstract class Controller
{
    use AuthorizesRequests;

    protected function mustBeOpen(Intake $intake): void
    {
        abort_unless($intake->state->isOpen(), 409, 'This intake is being worked on or was loaded already, so it can\'t be changed now.');
    }
}
