<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/**
 * How many of the records on their way in are somebody who is known. Where hardly any of a file are, a name that is there already says less
 * than where nearly all of them are. Estimated from some rows without a label, by expectation-maximization.
 */
final class KnownRate
{
    /** As many rows is what is usual worth. */
    private const PRIOR = 40.0;

    private const ROUNDS = 50;

    private function __construct() {}

    /**
     * @param  float  $usual  Weights::$match that the odds were weighed with
     * @param  list<float>  $odds  of each row: that it is one of those whom it may be, rather than none of them
     * @return float in place of the usual one
     */
    public static function of(float $usual, array $odds): float
    {
        $rate = $usual;
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $known = 0.0;
            foreach ($odds as $one) {
                $now = ($one * $rate) / $usual;
                $known += $now / (1 + $now);
            }
            $rate = (self::PRIOR * $usual + $known) / (self::PRIOR + count($odds));
        }

        return $rate;
    }
}
