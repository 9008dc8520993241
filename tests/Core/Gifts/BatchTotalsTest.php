<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\BatchTotals;

final class BatchTotalsTest extends TestCase
{
    /** @return iterable<string, array{int, string, int, string, string}> expected and entered, and what is said of it */
    public static function batches(): iterable
    {
        yield 'all there' => [40, '4812.00', 40, '4812.00', ''];
        yield 'nothing expected, nothing there' => [0, '0.00', 0, '0.00', ''];
        yield 'gifts and money are missing' => [40, '4812.00', 36, '4447.00', '4 gifts missing, USD 365.00 missing.'];
        yield 'one gift' => [2, '10.00', 1, '10.00', '1 gift missing.'];
        yield 'a cent' => [1, '0.30', 1, '0.29', 'USD 0.01 missing.'];
        yield 'a gift of another amount' => [2, '30.00', 2, '30.10', 'USD 0.10 too much.'];
        yield 'more than was expected' => [1, '5.00', 3, '15.00', '2 gifts too many, USD 10.00 too much.'];
        yield 'more gifts and less money' => [1, '50.00', 2, '15.00', '1 gift too many, USD 35.00 missing.'];
        yield 'a hundred thousandths of what a float would lose' => [1, '999999999999.99', 1, '999999999999.98', 'USD 0.01 missing.'];
    }

    #[DataProvider('batches')]
    public function test_the_difference(int $gifts, string $amount, int $entered, string $sum, string $says): void
    {
        $totals = new BatchTotals($gifts, $amount, $entered, $sum);

        self::assertSame($says, $totals->difference('USD'));
        self::assertSame($says === '', $totals->agree());
    }
}
