<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

/** A column of an export. */
final readonly class ExportColumn
{
    /**
     * @param  string  $key  of the field, as the catalog or the export names it
     * @param  bool  $isNumber  whether its values are exact decimals: a spreadsheet gets them as numbers
     */
    public function __construct(public string $key, public string $header, public bool $isNumber = false) {}
}
