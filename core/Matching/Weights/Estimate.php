<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** Weights as they were estimated from a database, and what is to be known of it. */
final readonly class Estimate
{
    /**
     * @param  int  $pairs  that it is made from
     * @param  int  $rounds  until nothing changed any more
     * @param  list<string>  $discarded  what was not taken over, in sentences
     */
    public function __construct(public Weights $weights, public int $pairs, public int $rounds, public array $discarded) {}
}
