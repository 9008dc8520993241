<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** An address as written and in standard form. */
final readonly class StandardizedAddress
{
    /**
     * @param  list<AddressChange>  $changes
     * @param  list<AddressFault>  $faults  what keeps it from being a deliverable address
     * @param  list<string>  $unread  lines of which nothing was understood: they are as they were written
     * @param  list<PlaceRemark>  $remarks  what the directory of places says otherwise: told, not changed
     */
    public function __construct(
        public Address $original,
        public Address $standard,
        public array $changes,
        public array $faults,
        public array $unread = [],
        public array $remarks = [],
    ) {}
}
