<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/**
 * Why a row can't be loaded as it is: where, what, why, and what to do.
 *
 * @phpstan-type FoundProblem array{code: string, field: string, column: ?int, value: string, reason: string, remedy: string, blocks: bool}

 */
final readonly class Problem
{
    /**
     * @param  string  $code  kind of problem, such as "email.form"
     * @param  string  $field  key in the catalog
     * @param  bool  $blocks  whether it keeps the record out; if not, it is a warning
     * @param  ?int  $column  zero-based column of the source that the value came from; null if none feeds the field
     */
    public function __construct(
        public string $code,
        public string $field,
        public ?int $column,
        public string $value,
        public string $reason,
        public string $remedy,
        public bool $blocks = true,
    ) {}

    /** The same problem, found in a column of a source. */
    public function at(string $field, ?int $column): self
    {
        return new self($this->code, $field, $column, $this->value, $this->reason, $this->remedy, $this->blocks);
    }

    /** The same problem where it keeps nothing out: the value is left away, or an administrator lets the row pass. */
    public function warning(): self
    {
        return new self($this->code, $this->field, $this->column, $this->value, $this->reason, $this->remedy, false);
    }

    /** @return FoundProblem */
    public function toArray(): array
    {
        return [
            'code' => $this->code,
            'field' => $this->field,
            'column' => $this->column,
            'value' => $this->value,
            'reason' => $this->reason,
            'remedy' => $this->remedy,
            'blocks' => $this->blocks,
        ];
    }
}
