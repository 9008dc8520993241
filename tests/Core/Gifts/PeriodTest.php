<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Period;

final class PeriodTest extends TestCase
{
    /** @return iterable<string, array{?string, ?string, ?string, ?string, list<array{string, string}>}> from and until; the first and last whole month; what is cut */
    public static function periods(): iterable
    {
        yield 'always' => [null, null, null, null, []];
        yield 'a year' => ['2026-01-01', '2026-12-31', '2026-01', '2026-12', []];
        yield 'from a day' => ['2026-01-15', null, '2026-02', null, [['2026-01-15', '2026-01-31']]];
        yield 'from the last of a year' => ['2025-12-31', null, '2026-01', null, [['2025-12-31', '2025-12-31']]];
        yield 'until a day' => [null, '2026-03-01', null, '2026-02', [['2026-03-01', '2026-03-01']]];
        yield 'until a leap day' => [null, '2024-02-29', null, '2024-02', []];
        yield 'until the 28th of a leap year' => [null, '2024-02-28', null, '2024-01', [['2024-02-01', '2024-02-28']]];
        yield 'cut at both ends' => [
            '2026-01-02',
            '2026-03-30',
            '2026-02',
            '2026-02',
            [['2026-01-02', '2026-01-31'], ['2026-03-01', '2026-03-30']],
        ];
        yield 'two months, no whole one' => [
            '2026-01-31',
            '2026-02-01',
            '2026-02',
            '2026-01',
            [['2026-01-31', '2026-01-31'], ['2026-02-01', '2026-02-01']],
        ];
        yield 'within a month' => ['2026-06-05', '2026-06-10', '2026-07', '2026-05', [['2026-06-05', '2026-06-10']]];
        yield 'the first days of a month' => ['2026-06-01', '2026-06-10', '2026-06', '2026-05', [['2026-06-01', '2026-06-10']]];
        yield 'the last days of a month' => ['2026-06-05', '2026-06-30', '2026-07', '2026-06', [['2026-06-05', '2026-06-30']]];
        yield 'a day' => ['2026-06-05', '2026-06-05', '2026-07', '2026-05', [['2026-06-05', '2026-06-05']]];
        yield 'the wrong way round' => ['2026-06-05', '2026-06-04', '2026-07', '2026-05', []];
    }

    /** @param  list<array{string, string}>  $rest */
    #[DataProvider('periods')]
    public function test_whole_months_and_what_is_cut(?string $from, ?string $until, ?string $first, ?string $last, array $rest): void
    {
        $period = new Period($from, $until);

        self::assertSame([$first, $last], $period->months());
        self::assertSame($rest, $period->rest());
    }

    public function test_a_month_of_it(): void
    {
        self::assertEquals(new Period('2024-02-01', '2024-02-29'), (new Period())->within('2024-02'));
        self::assertEquals(new Period('2024-02-05', '2024-02-29'), (new Period('2024-02-05', '2024-12-01'))->within('2024-02'));
    }
}
