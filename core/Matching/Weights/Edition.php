<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** What pairs are weighed by: how frequent everything is, and how much each agreement says. */
final readonly class Edition
{
    public function __construct(
        public Frequencies $frequencies,
        public Weights $weights,
    ) {
    }

    /** With the weights that come with the program. */
    public static function shipped(Frequencies $frequencies): self
    {
        return new self($frequencies, Weights::shipped());
    }

    /**
     * The same for records that are on their way in.
     *
     * @param  Frequencies  $frequencies  with theirs
     * @param  ?float  $known  as many stored records each is, on average; null for as many as usual
     */
    public function ofRows(Frequencies $frequencies, ?float $known = null): self
    {
        return new self($frequencies, $this->weights->ofRows($known));
    }
}
