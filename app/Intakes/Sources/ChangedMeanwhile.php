<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use PineSieve\Core\SieveException;

/** Rows of a grid that someone else, or another tab, has written meanwhile. */
final class ChangedMeanwhile extends SieveException
{
    /** @param  list<int>  $rows  as they are counted on the screen */
    public function __construct(array $rows)
    {
        parent::__construct(
            (count($rows) === 1
                ? "Row {$rows[0]} was"
                : 'Rows ' . implode(', ', array_slice($rows, 0, 5)) . (count($rows) > 5 ? ' and others' : '') . ' were') .
                ' changed in another tab or by someone else, so what you typed there is not kept yet. Copy it, open the grid again, and put it in.',
        );
    }
}
