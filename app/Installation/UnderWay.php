<?php

declare(strict_types=1);

namespace App\Installation;

/** Work of an area that a restore must not fall into, and that a restored database remembers though nobody is at it. */
interface UnderWay
{
    /** @return ?string what is being worked on at this moment, as a sentence; null if nothing is */
    public function now(): ?string;

    /**
     * Ends or begins again what a restored database remembers as under way.
     *
     * @param  string  $said  a sentence that says why, for whoever waits for it
     */
    public function settle(string $said): void;
}
