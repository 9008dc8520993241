<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/** What is to come in for a fund, a campaign or an appeal, against what came in while it ran. Both in the organization's currency. */
final readonly class Goal
{
    public function __construct(public string $goal, public string $cameIn) {}

    /** @return string what is missing; below zero for what came in beyond it */
    public function missing(): string
    {
        return Amount::difference($this->goal, $this->cameIn);
    }

    /** @return int how much of it came in, in whole hundredths, rounded down: 100 only when it is reached */
    public function percent(): int
    {
        return Amount::isZero($this->goal)
            ? 100
            : max(0, BigDecimal::of($this->cameIn)->multipliedBy(100)->dividedBy($this->goal, 0, RoundingMode::FLOOR)->toInt());
    }
}
