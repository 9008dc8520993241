<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

/** What two records are to each other where a match rule holds. */
final readonly class Relation
{
    /**
     * @param  ?Pair  $pair  null if a sign keeps them apart
     * @param  ?string  $namesake  what tells the two from each other although a certain rule holds: they share a name and a way to be reached, and may be father and son; null if nothing does
     * @param  ?Pair  $home  the two, if nothing but their first names keeps them apart and they have an address in common: they may be a household
     * @param  bool  $isProven  certain by more than a name and a way to be reached: no namesake is taken for either
     * @param  ?float  $ofOneName  how likely the two are one, if they have one name and are most likely two
     */
    public function __construct(
        public ?Pair $pair,
        public ?Pair $home,
        public ?string $namesake,
        public bool $isProven,
        public ?float $ofOneName = null,
    ) {}
}
