<?php

declare(strict_types=1);

namespace App\Records;

use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/** Changes to one owner, such as a supporter, and to what hangs on it, to be written and journalled together. */
final readonly class Entry
{
    /**
     * @param  int|string  $owner  id, or the reference of the owner that these or earlier entries create
     * @param  list<Change>  $changes
     * @param  ?int  $row  number of the source row that they come from
     */
    public function __construct(
        public int|string $owner,
        public array $changes,
        public ?int $row = null,
        public Subject $kind = Subject::Supporter,
    ) {}
}
