<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** An id that another system has for a supporter. Kept as text: "007" is not "7". */
final readonly class Identifier
{
    public function __construct(public string $system, public string $value) {}

    /** Equal for the same id, whatever its case. */
    public function sameness(): string
    {
        return mb_strtolower("{$this->system}|{$this->value}");
    }
}
