<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Copies;

use PineSieve\Core\Reading\CannotRead;

/** A file given back with columns behind its own: nothing of what was there changes. */
interface CopyWithColumns
{
    /**
     * @param  string  $path  of the file that is written
     * @param  \Closure(int): list<string>  $added  number of a row, as the reader of the file counts, to the cells behind it; none for a row
     *     that gets none
     *
     * @throws CannotRead
     */
    public function write(string $path, \Closure $added): void;
}
