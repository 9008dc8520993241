<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** A contact point or an id of a stored supporter. */
final readonly class RecordPart
{
    /**
     * @param  int|string  $ref  its id, or a reference such as "12:email" to what row 12 of an intake would make
     * @param  array<string, ?string>  $values  column to value
     */
    public function __construct(public int|string $ref, public array $values) {}

    public function value(string $column): string
    {
        return $this->values[$column] ?? '';
    }
}
