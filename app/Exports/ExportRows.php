<?php

declare(strict_types=1);

namespace App\Exports;

use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Gifts\Amounts;

/** The rows of an export, read as they are asked for. */
interface ExportRows
{
    /**
     * @return list<ExportColumn>
     *
     * @throws UnusableExport if a field is not there, is not of these rows, or may not be seen
     */
    public function columns(ExportAsked $asked): array;

    /** @return iterable<list<string>> cells as columns() has them */
    public function rows(ExportAsked $asked): iterable;

    /** How many there are. */
    public function count(ExportAsked $asked): int;

    /** What the rows come to in money, by currency; nothing for rows without any. */
    public function amounts(ExportAsked $asked): Amounts;
}
