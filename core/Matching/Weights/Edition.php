<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Names\SupporterKind;

/** What pairs of a kind are weighed by: how frequent everything is, and how much each agreement says. */
final readonly class Edition
{
    public function __construct(
        public Frequencies $frequencies,
        public Weights $weights,
        public SupporterKind $kind = SupporterKind::Person,
    ) {}

    /** With the weights that come with the program. */
    public static function shipped(Frequencies $frequencies, SupporterKind $kind = SupporterKind::Person): self
    {
        return new self($frequencies, Weights::shipped($kind), $kind);
    }

    /**
     * The same for records that are on their way in.
     *
     * @param  Frequencies  $frequencies  with theirs
     * @param  ?float  $known  as many stored records each is, on average; null for as many as usual
     */
    public function ofRows(Frequencies $frequencies, ?float $known = null): self
    {
        return new self($frequencies, $this->weights->ofRows(Weights::shipped($this->kind)->match, $known), $this->kind);
    }
}
