<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** How likely two records are one person, and how likely two of one home. */
final readonly class Weighed
{
    /** @param  float  $match  from 0 to 1 */
    public function __construct(public float $match, public float $home) {}
}
