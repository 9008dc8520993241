<?php

declare(strict_types=1);

namespace App\Records;

/** Finds the sources of rows by their numbers. */
interface RowSources
{
    /**
     * @param  list<int>  $intakes
     * @return array<int, RowSource> by number
     */
    public function of(array $intakes): array;
}
