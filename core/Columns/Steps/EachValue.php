<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** A step that works on one value at a time, and not on those that say nothing. */
abstract readonly class EachValue implements Step
{
    abstract protected function work(string $value, Row $row): string;

    final public function apply(array $values, Row $row): array
    {
        return array_map(fn(string $value): string => $value === '' ? '' : $this->work($value, $row), $values);
    }
}
