<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Records\RowSources;

/** Intakes as the sources of rows. */
final readonly class IntakeSources implements RowSources
{
    public function of(array $intakes): array
    {
        return $intakes === [] ? [] : Intake::query()->whereIn('id', $intakes)->get()->keyBy('id')->all();
    }
}
