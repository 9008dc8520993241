<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

use PineSieve\Core\Addresses\Address;

/** Who knows which addresses there are. */
interface PostalDirectory
{
    /** How many addresses it takes at a time. */
    public function most(): int;

    /**
     * Asks once, and waits for the answer.
     *
     * @param  array<array-key, Address>  $addresses  at most as many as it takes
     *
     * @throws NoAnswer if it can't be reached, is busy, or what it says can't be relied on
     */
    public function verify(array $addresses): Reply;
}
