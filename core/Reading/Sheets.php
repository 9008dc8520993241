<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** A file that holds several sheets. */
interface Sheets
{
    /** @return non-empty-list<string> names of the sheets, in order */
    public function sheets(): array;

    /**
     * @param  string  $name  one that sheets() gives
     * @param  bool  $fillMerged  whether every cell of a merged range gets the value of its first
     *
     * @throws CannotRead if there is no such sheet
     */
    public function sheet(string $name, bool $fillMerged = false): SourceReader;
}
