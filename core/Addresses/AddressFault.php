<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** What is wrong with a part of an address and can't be put right without a person. */
final readonly class AddressFault
{
    /** @param  string  $part one of Address::PARTS */
    public function __construct(
        public string $code,
        public string $part,
        public string $value,
        public string $reason,
        public string $remedy,
    ) {}
}
