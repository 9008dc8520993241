<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

final class ColumnRequest extends ChangesIntake
{
    use AsksForColumn;
}
