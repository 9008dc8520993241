<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Records\IncomingRecord;

/** One of the supporters that a row tells of. */
final readonly class Party
{
    /** Role of those to whom a gift is credited, before the number of the gift and of the credit. */
    public const CREDIT = 'credit';

    /** Role of those whom a gift honors or remembers, before the number of the gift. */
    public const HONORED = 'honored';

    /**
     * @param  string  $role  '' for the one that the row is about; else "spouse", "employer", "contact", "child", "child.2", "household", "credit.1.2", "honored.1"
     * @param  bool  $isNamedOnly  whether it is but a name or an id by which someone else is meant
     */
    public function __construct(public string $role, public IncomingRecord $record, public bool $isNamedOnly = false) {}

    /** Whether it is someone to whom a gift is credited, or whom it honors: never who gave it. */
    public function isOfGift(): bool
    {
        return str_starts_with($this->role, self::CREDIT . '.') || str_starts_with($this->role, self::HONORED . '.');
    }

    public function with(IncomingRecord $record): self
    {
        return new self($this->role, $record, $this->isNamedOnly);
    }
}
