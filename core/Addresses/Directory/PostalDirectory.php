<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

use Closure;
use PineSieve\Core\Addresses\Address;

/** Who knows which addresses there are. */
interface PostalDirectory
{
    /** How many addresses it takes at a time. */
    public function most(): int;

    /**
     * Asks once, and does not wait: other questions can be on their way, and other work be done, until the reply is taken.
     *
     * @param  array<array-key, Address>  $addresses  at most as many as it takes
     * @return Closure(): Reply  waits for the reply; throws NoAnswer if it can't be reached, is busy, or what it says can't be relied on
     */
    public function ask(array $addresses): Closure;
}
