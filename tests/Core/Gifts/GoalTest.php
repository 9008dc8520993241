<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Goal;

final class GoalTest extends TestCase
{
    #[TestWith(['1000.00', '250.00', '750.00', 25])]
    #[TestWith(['1000.00', '999.99', '0.01', 99])]
    #[TestWith(['1000.00', '1000.00', '0.00', 100])]
    #[TestWith(['1000.00', '2500.00', '-1500.00', 250])]
    #[TestWith(['1000.00', '0.00', '1000.00', 0])]
    #[TestWith(['1000.00', '-50.00', '1050.00', 0])]
    #[TestWith(['0.01', '0.00', '0.01', 0])]
    #[TestWith(['0.00', '0.00', '0.00', 100])]
    public function test_what_is_missing(string $goal, string $cameIn, string $missing, int $percent): void
    {
        $of = new Goal($goal, $cameIn);

        self::assertSame([$missing, $percent], [$of->missing(), $of->percent()]);
    }
}
