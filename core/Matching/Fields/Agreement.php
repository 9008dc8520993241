<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

/** Two values agree: how nearly, and in words why. */
final readonly class Agreement
{
    /** @param  float  $likeness  over 0, 1 for equal */
    public function __construct(public float $likeness, public string $reason) {}
}
