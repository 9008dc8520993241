<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

/** Says what two records are to each other, in one way. */
interface Judge
{
    /**
     * @param  PreparedRecord  $one  the one with the lower number
     * @return ?Relation null if nothing speaks for the two being one
     */
    public function relation(PreparedRecord $one, PreparedRecord $other): ?Relation;
}
