<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** Why something of an address was changed: the rule, and what it says of this one. */
final readonly class Reason
{
    public string $words;

    /** @param  string  $words  '' for those of the rule */
    public function __construct(public AddressRule $rule, string $words = '')
    {
        $this->words = $words === '' ? $rule->words() : $words;
    }
}
