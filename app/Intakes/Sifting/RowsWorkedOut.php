<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use Illuminate\Foundation\Events\Dispatchable;

/** All rows of an intake are worked out. Dispatched once that is kept. */
final readonly class RowsWorkedOut
{
    use Dispatchable;

    public function __construct(public int $intake) {}
}
