<?php

declare(strict_types=1);

namespace App\Records;

use PineSieve\Core\Changes\Change;

/** Changes to one supporter and what hangs on it, to be written and journalled together. */
final readonly class Entry
{
    /**
     * @param  int|string  $supporter  id, or the reference of the supporter that these or earlier entries create
     * @param  list<Change>  $changes
     * @param  ?int  $row  number of the source row that they come from
     */
    public function __construct(
        public int|string $supporter,
        public array $changes,
        public ?int $row = null,
    ) {
    }
}
