<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

/** Something in which a file differs from those that a plan was made for. */
final readonly class PlanDifference
{
    /**
     * @param  string  $kind  "new column", "missing column", "new values", "date order"
     * @param  list<string>  $values  those that no table of the plan knows
     */
    public function __construct(public string $kind, public string $header, public string $message, public array $values = []) {}

    /** @return array{kind: string, header: string, message: string, values: list<string>} */
    public function toArray(): array
    {
        return ['kind' => $this->kind, 'header' => $this->header, 'message' => $this->message, 'values' => $this->values];
    }
}
