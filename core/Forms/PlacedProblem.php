<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

use PineSieve\Core\Standards\Problem;

/**
 * A problem at its place in a form.
 *
 * @phpstan-type Placed array{
 *     place: string, code: string, field: string, column: ?int, value: string, reason: string, remedy: string, blocks: bool,
 * }
 */
final readonly class PlacedProblem
{
    /** @param  string  $place  as Draft::flat() writes it, such as "emails.55.address" */
    public function __construct(public string $place, public Problem $problem) {}

    /** @return Placed */
    public function toArray(): array
    {
        return ['place' => $this->place, ...$this->problem->toArray()];
    }
}
