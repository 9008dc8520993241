<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

/** Which directory answered, and of which month it is. */
final readonly class Edition
{
    public function __construct(public string $name, public string $edition) {}

    public function words(): string
    {
        return trim("{$this->name} {$this->edition}");
    }
}
