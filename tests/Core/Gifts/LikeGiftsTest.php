<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\LikeGifts;

final class LikeGiftsTest extends TestCase
{
    /** @return iterable<string, array{array<string, string>, bool}> what differs from $100 on 24 November by check 4471, and whether it is told */
    public static function gifts(): iterable
    {
        yield 'the very same' => [[], true];
        yield 'ten days later, no number' => [['date' => '2026-12-04', 'reference' => ''], true];
        yield 'eleven days later' => [['date' => '2026-12-05', 'reference' => ''], false];
        yield 'over the new year' => [['date' => '2025-11-24', 'reference' => ''], false];
        yield 'another amount' => [['amount' => '100.01', 'reference' => ''], false];
        yield 'another check of the same amount' => [['reference' => '4472'], false];
        yield 'the same check with another amount a year ago' => [['date' => '2025-11-24', 'amount' => '90.00'], true];
        yield 'the number in other letters' => [['date' => '2025-01-01', 'reference' => '4471', 'amount' => '1.00'], true];
        yield 'another currency' => [['currency' => 'CAD'], false];
        yield 'a promise' => [['kind' => 'pledge'], false];
        yield 'no date' => [['date' => '', 'reference' => ''], false];
        yield 'no amount' => [['amount' => '', 'reference' => ''], false];
    }

    /** @param  array<string, string>  $differs */
    #[DataProvider('gifts')]
    public function test_what_is_told(array $differs, bool $isTold): void
    {
        $gift = ['date' => '2026-11-24', 'amount' => '100.00', 'currency' => 'USD', 'kind' => 'check', 'reference' => '4471'];
        $other = new Gift(...[...$gift, ...$differs]);

        self::assertSame($isTold ? [7 => $other] : [], LikeGifts::of(new Gift(...$gift), [7 => $other]));
    }
}
