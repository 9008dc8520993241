<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

/** Writes rows to a file, one after the other. */
interface RowWriter
{
    /**
     * @param  list<string>  $cells  one for each column
     *
     * @throws CannotWrite
     */
    public function row(array $cells): void;

    /**
     * The file is whole from now on.
     *
     * @throws CannotWrite
     */
    public function end(): void;
}
