<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** A source as rows of text. Streams: at no time does it hold the whole file. */
interface SourceReader
{
    /**
     * Every row that has at least one cell with something in it.
     *
     * @return iterable<int, list<string>> row number as a spreadsheet shows it, from 1, to its cells as they are, in UTF-8
     *
     * @throws CannotRead
     */
    public function rows(): iterable;

    /** What was noticed beside the cells, once rows() has come to its end. */
    public function marks(): SheetMarks;
}
