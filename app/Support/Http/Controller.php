<?php

declare(strict_types=1);

namespace App\Support\Http;

use Illuminate\Foundation\Auth\Access\AuthorizesRequests;

abstract class Controller
{
    use AuthorizesRequests;
}
