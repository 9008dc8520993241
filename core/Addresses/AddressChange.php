<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** One thing that standardizing did to a part of an address, and why. */
final readonly class AddressChange
{
    /** @param  string  $part one of Address::PARTS */
    public function __construct(public string $part, public string $before, public string $after, public string $reason) {}
}
