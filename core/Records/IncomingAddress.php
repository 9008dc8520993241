<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;

/** An address as a row brings it. */
final readonly class IncomingAddress
{
    /**
     * @param  Address  $stored  as it would be stored
     * @param  Address  $standard  in postal form, for comparing
     * @param  string  $written  as the row has it, where it is stored in another form; '' where it is not
     * @param  string  $kind  such as "work"; '' if the source does not say
     * @param  bool  $isDead  whether the source says that mail comes back from it
     */
    private function __construct(
        public Address $stored,
        public Address $standard,
        public string $written,
        public string $kind,
        public bool $isDead,
    ) {}

    /** @param  bool  $accepted whether the postal form is stored, with the written one beside it, or the written one alone */
    public static function of(StandardizedAddress $address, bool $accepted, string $kind = '', bool $isDead = false): self
    {
        return new self(
            $accepted ? $address->standard : $address->original,
            $address->standard,
            $accepted && $address->changes !== [] ? $address->original->line() : '',
            $kind,
            $isDead,
        );
    }
}
