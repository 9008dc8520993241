<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\Target;

/** A value of a row on its way to a field. */
final readonly class FedValue
{
    /**
     * @param  string  $value  as the field's format gives it
     * @param  string  $name  which group, or which system
     * @param  bool  $isConstant  whether it comes from the plan and not from a cell
     */
    public function __construct(public Target $target, public string $value, public string $name = '', public bool $isConstant = false) {}
}
