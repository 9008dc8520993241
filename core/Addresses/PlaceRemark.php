<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** What the directory of places has to say of an address, and what it proposes. */
final readonly class PlaceRemark
{
    /**
     * @param  string  $part  one of Address::PARTS
     * @param  string  $proposal  what the part may be meant to be; '' if nothing can be proposed
     */
    public function __construct(public PlaceDoubt $doubt, public string $part, public string $words, public string $proposal = '') {}
}
