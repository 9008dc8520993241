<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\SourceReader;

/** Reads records that may stand in several lists of one file. */
interface ListReader extends SourceReader
{
    /** @return list<string> names of the lists that the one object of the file holds; none if the file is a list itself */
    public function lists(): array;
}
