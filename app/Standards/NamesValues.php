<?php

declare(strict_types=1);

namespace App\Standards;

/** Something that is kept outside of records and names values of lists. It follows when one becomes another. */
interface NamesValues
{
    /** @return int places that were changed */
    public function rename(string $field, string $from, string $to): int;
}
