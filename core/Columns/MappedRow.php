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

    /** Whether nothing is wrong with the row but that it names nobody, and it still says whom it means: by an id or an email. */
    public function onlyPoints(): bool
    {
        return count($this->problems) === 1
            && in_array($this->problems[0]->code, ['name.last.required', 'name.full.required'], true)
            && $this->record->display() === ''
            && ($this->record->oldId !== '' || $this->record->email !== '');
    }

    public function with(IncomingRecord $record): self
    {
        return new self($record, $this->address, $this->problems, $this->money);
    }

    /** The row of someone whom the database knows: the name is there. */
    public function withoutProblems(): self
    {
        return new self($this->record, $this->address, [], $this->money);
    }
}
