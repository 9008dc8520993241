<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** One part of an address that standardizing changed, and why. */
final readonly class AddressChange
{
    public string $reason;

    /**
     * @param  string  $part one of Address::PARTS
     * @param  list<Reason>  $reasons
     */
    public function __construct(public string $part, public string $before, public string $after, public array $reasons)
    {
        $words = $reasons[0]->words ?? '';
        for ($i = 1; isset($reasons[$i]); $i++) {
            $words .= "; {$reasons[$i]->words}";
        }
        $this->reason = $words;
    }
}
