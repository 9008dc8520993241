<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\Problem;

/** A row as its record, with what is wrong with it. */
final readonly class MappedRow
{
    /**
     * @param  IncomingRecord  $record  with its address as written
     * @param  list<Problem>  $problems
     * @param  string  $money  what the row's amount cell says, whether or not the row can be loaded: for the reconciliation
     */
    public function __construct(
        public IncomingRecord $record,
        public StandardizedAddress $address,
        public array $problems,
        public string $money,
    ) {
    }
}
