<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

/** A part of a building: "Apt" and "4B". */
final readonly class Unit
{
    /** @param  string  $number  '' where the designator says enough, as "Rear" */
    public function __construct(public string $designator, public string $number = '') {}

    public function text(): string
    {
        return $this->number === '' ? $this->designator : "{$this->designator} {$this->number}";
    }
}
