<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** A pair as an estimate goes over it, round after round: what of it does not depend on the weights is worked out once. */
final readonly class Observed
{
    /**
     * @param  list<array{WeighedField, Level, float}>  $agreements  what they agree in, how far, and how often others of one home do so at the least
     * @param  list<array{string, string}>  $counted  values of the field and the level of those of them that tell something of the weights
     * @param  float  $namesake  how often two of one name and home agree so
     * @param  float  $chance  how often two who have nothing to do with each other do
     */
    public function __construct(
        public string $block,
        public float $standsFor,
        public array $agreements,
        public array $counted,
        public float $namesake,
        public float $chance,
    ) {}
}
