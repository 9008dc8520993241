<?php

declare(strict_types=1);

namespace App\Erasing;

/** Who keeps something of people beside their records: asked what there is, and told to forget it. */
interface Forgets
{
    /** @return array<string, int> what is kept of someone, as "rows of files", to how many; it is left out where there is none */
    public function has(Forgotten $who): array;

    /**
     * Forgets it, in the transaction in which the records are written.
     *
     * @return list<string> paths, within the store, of files that are to be deleted once that is done
     */
    public function forget(Forgotten $who): array;
}
