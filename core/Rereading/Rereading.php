<?php

declare(strict_types=1);

namespace PineSieve\Core\Rereading;

use PineSieve\Core\Changes\Subject;

/** Stored values that today's reading of the row they came from reads otherwise. */
final readonly class Rereading
{
    /**
     * @param  int  $id  of the thing that the values belong to
     * @param  non-empty-array<string, array{?string, ?string}>  $fields  column to what is stored and what is read today; null for blank
     * @param  string  $reason  why today's reading doubts the row or can't read it, without a full stop; '' if it simply reads it
     * @param  bool  $canBeTaken  whether today's reading gives values; else a person has to write them
     */
    public function __construct(
        public RereadKind $kind,
        public Subject $subject,
        public int $id,
        public array $fields,
        public string $reason = '',
        public bool $canBeTaken = true,
    ) {}

    public function thing(): string
    {
        return "{$this->subject->value}:{$this->id}";
    }

    /** The same for as long as the row and the reading are the same. */
    public function key(): string
    {
        return hash('xxh3', json_encode([$this->kind->value, $this->thing(), $this->fields, $this->canBeTaken], JSON_THROW_ON_ERROR));
    }
}
