<?php

declare(strict_types=1);

namespace App\AddressChecks;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Names\PersonName;

/** An address that is to be checked, and whose it is. */
final readonly class FoundAddress
{
    /**
     * @param  int  $number  of the row, or of the stored address
     * @param  string  $who  as the person is shown; '' if nobody is named
     * @param  PersonName  $name  of an organization, the last name is its own
     */
    public function __construct(
        public int $number,
        public Address $written,
        public string $who,
        public PersonName $name,
        public ?int $supporter = null,
    ) {}
}
