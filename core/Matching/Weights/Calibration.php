<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/**
 * Makes of what the weights say a probability that holds: of pairs at 90 %, about 90 in 100 are one.
 * The fields of a record hang together in ways that weighing them one by one does not see; how far that leads astray is seen where the truth is known.
 */
final readonly class Calibration
{
    /** As far as people's decisions can move it, in log-odds. */
    private const FARTHEST = 2.0;

    /** How sure it is, before anyone has decided, that it needs no move: one over the variance of the move, in log-odds. */
    private const PRIOR = 8.0;

    /**
     * @param  list<array{float, float}>  $knots  log-odds by the weights to log-odds in truth, rising; straight between two of them
     * @param  float  $move  what people's decisions have shown it to be off by, in log-odds
     */
    public function __construct(public array $knots = [], public float $move = 0.0) {}

    public function of(float $likely): float
    {
        return 1 / (1 + exp(-$this->move - $this->known(self::logit($likely))));
    }

    /**
     * Corrected by what people said of pairs: by logistic regression on the move alone, Newton's method.
     * The prior is on the whole move, so that the same decisions, looked at every night, move it no further.
     *
     * @param  list<array{float, bool}>  $decided  how likely it was by this calibration, and whether they are one
     */
    public function correctedBy(array $decided): self
    {
        $move = $this->move;
        for ($step = 0; $step < 30; $step++) {
            $slope = -self::PRIOR * $move;
            $curve = self::PRIOR;
            foreach ($decided as [$likely, $isOne]) {
                $now = 1 / (1 + exp($this->move - $move - self::logit($likely)));
                $slope += ($isOne ? 1.0 : 0.0) - $now;
                $curve += $now * (1 - $now);
            }
            $move += $slope / $curve;
        }

        return new self($this->knots, max(-self::FARTHEST, min(self::FARTHEST, $move)));
    }

    private function known(float $x): float
    {
        $before = null;
        foreach ($this->knots as [$at, $is]) {
            if ($x < $at) {
                // Before the first knot, as far off as at it.
                return $before === null ? $x - $at + $is : $before[1] + (($is - $before[1]) * ($x - $before[0])) / ($at - $before[0]);
            }
            $before = [$at, $is];
        }

        return $before === null ? $x : $before[1] + $x - $before[0];
    }

    private static function logit(float $likely): float
    {
        $likely = max(1e-12, min(1 - 1e-12, $likely));

        return log($likely / (1 - $likely));
    }
}
