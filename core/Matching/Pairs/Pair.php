<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Rules\Certainty;

/** Two records that may be one, with what speaks for it and against it. */
final readonly class Pair
{
    /**
     * @param  int  $one  the lower of the two
     * @param  int  $score  1 to 100, to order pairs by
     * @param  list<string>  $for
     * @param  list<string>  $against
     * @param  list<string>  $rules  names of those that hold
     */
    public function __construct(
        public int $one,
        public int $other,
        public Certainty $certainty,
        public int $score,
        public array $for,
        public array $against,
        public array $rules,
    ) {
    }

    /** All that speaks for it and against it in one line. */
    public function reasons(): string
    {
        return implode('; ', [...$this->for, ...array_map(static fn (string $reason): string => "but: {$reason}", $this->against)]);
    }
}
