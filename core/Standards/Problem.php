<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Why a row can't be loaded as it is: where, what, why, and what to do. */
final readonly class Problem
{
    /**
     * @param  string  $code  kind of problem, such as "email.form"
     * @param  string  $field  key in the catalog
     * @param  ?int  $column  zero-based column of the source that the value came from; null if none feeds the field
     */
    public function __construct(
        public string $code,
        public string $field,
        public ?int $column,
        public string $value,
        public string $reason,
        public string $remedy,
    ) {
    }

    /** @return array{code: string, field: string, column: ?int, value: string, reason: string, remedy: string} */
    public function toArray(): array
    {
        return ['code' => $this->code, 'field' => $this->field, 'column' => $this->column, 'value' => $this->value, 'reason' => $this->reason, 'remedy' => $this->remedy];
    }
}
