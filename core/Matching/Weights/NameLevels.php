<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Fields\FieldComparer;

/** How far the names of two records of a kind agree. */
interface NameLevels
{
    /** What makes names ready for being weighed. */
    public function comparer(): FieldComparer;

    /**
     * @param  non-empty-list<list<string>>  $one  names as the comparer makes them ready
     * @param  non-empty-list<list<string>>  $other
     * @return array{array<string, Level>, array<string, string>} value of a WeighedField to how far they agree in it, and to what they share
     */
    public function levels(array $one, array $other): array;

    /**
     * What is counted of a name.
     *
     * @param  list<list<string>>  $names
     * @return list<array{WeighedField, string}>
     */
    public function traits(array $names): array;
}
