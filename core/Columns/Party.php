<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Records\IncomingRecord;

/** One of the supporters that a row tells of. */
final readonly class Party
{
    /**
     * @param  string  $role  '' for the one that the row is about; else "spouse", "employer", "contact", "child", "child.2", "household"
     * @param  bool  $isNamedOnly  whether it is but a name or an id by which someone else is meant
     */
    public function __construct(public string $role, public IncomingRecord $record, public bool $isNamedOnly = false) {}

    public function with(IncomingRecord $record): self
    {
        return new self($this->role, $record, $this->isNamedOnly);
    }
}
