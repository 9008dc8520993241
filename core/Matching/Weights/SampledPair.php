<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** Two records that share a key, of whom nobody has said whether they are one: what weights are estimated from. */
final readonly class SampledPair
{
    /**
     * @param  string  $block  name of the lookup that they share a key of
     * @param  list<WeighedField>  $by  what such a key is made of: that they agree in it says nothing, being the reason why they were drawn
     * @param  float  $standsFor  pairs of the whole database
     */
    public function __construct(public string $block, public array $by, public Pattern $pattern, public float $standsFor = 1.0) {}
}
