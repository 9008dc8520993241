<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

use PineSieve\Core\Records\IncomingRecord;

/** A form after its values were read. */
final readonly class ReadDraft
{
    /**
     * @param  IncomingRecord  $record  for comparing it with those that are stored
     * @param  array<string, string>  $values  field to its value; '' for a blank one
     * @param  array<string, array<int|string, array<string, string>>>  $lists  as Draft has them, with values that were read
     * @param  list<PlacedProblem>  $problems
     */
    public function __construct(
        public IncomingRecord $record,
        public array $values,
        public array $lists,
        public array $problems,
    ) {
    }
}
