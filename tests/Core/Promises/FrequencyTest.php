<?php

declare(strict_types=1);

namespace Tests\Core\Promises;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Promises\Frequency;

/** Days of installments, by the calendar. */
final class FrequencyTest extends TestCase
{
    /** @return iterable<string, array{Frequency, string, list<string>}> the first day, and the days of the first installments */
    public static function days(): iterable
    {
        yield 'monthly' => [Frequency::Monthly, '2026-01-15', ['2026-01-15', '2026-02-15', '2026-03-15', '2026-04-15']];
        yield 'of the 31st' => [Frequency::Monthly, '2026-01-31', ['2026-01-31', '2026-02-28', '2026-03-31', '2026-04-30', '2026-05-31']];
        yield 'of the 31st in a leap year' => [Frequency::Monthly, '2027-12-31', ['2027-12-31', '2028-01-31', '2028-02-29', '2028-03-31']];
        yield 'of the 30th' => [Frequency::Monthly, '2026-12-30', ['2026-12-30', '2027-01-30', '2027-02-28', '2027-03-30']];
        yield 'of a leap day, yearly' => [
            Frequency::Yearly,
            '2024-02-29',
            ['2024-02-29', '2025-02-28', '2026-02-28', '2027-02-28', '2028-02-29'],
        ];
        yield 'across a year' => [
            Frequency::Quarterly,
            '2026-11-30',
            ['2026-11-30', '2027-02-28', '2027-05-30', '2027-08-30', '2027-11-30'],
        ];
        yield 'twice a year' => [Frequency::TwiceAYear, '2026-08-31', ['2026-08-31', '2027-02-28', '2027-08-31']];
        yield 'every two months' => [Frequency::EveryTwoMonths, '2026-12-31', ['2026-12-31', '2027-02-28', '2027-04-30']];
        yield 'weekly' => [Frequency::Weekly, '2026-12-28', ['2026-12-28', '2027-01-04', '2027-01-11']];
        yield 'weekly over a change of the clocks' => [Frequency::Weekly, '2026-03-23', ['2026-03-23', '2026-03-30', '2026-04-06']];
        yield 'every two weeks over a leap day' => [Frequency::EveryTwoWeeks, '2028-02-20', ['2028-02-20', '2028-03-05']];
    }

    /** @param  list<string>  $days */
    #[DataProvider('days')]
    public function test_days(Frequency $frequency, string $start, array $days): void
    {
        self::assertSame($days, array_map(static fn(int $place): string => $frequency->day($start, $place), array_keys($days)));
    }

    /** @return iterable<string, array{string, ?Frequency}> */
    public static function words(): iterable
    {
        yield 'as it is kept' => ['every two weeks', Frequency::EveryTwoWeeks];
        yield 'in capitals' => ['MONTHLY', Frequency::Monthly];
        yield 'with a hyphen' => ['Semi-Annual', Frequency::TwiceAYear];
        yield 'a letter' => ['Q', Frequency::Quarterly];
        yield 'annually' => ['Annually', Frequency::Yearly];
        yield 'one payment' => ['One-time', Frequency::Once];
        yield 'twice a month, or every two months' => ['Bi-monthly', null];
        yield 'the latter' => ['every other month', Frequency::EveryTwoMonths];
        yield 'a number alone says nothing' => ['12', null];
        yield 'nothing that is known' => ['now and then', null];
    }

    #[DataProvider('words')]
    public function test_words(string $written, ?Frequency $frequency): void
    {
        self::assertSame($frequency, Frequency::parse($written));
    }

    public function test_every_frequency_reads_itself(): void
    {
        foreach (Frequency::cases() as $frequency) {
            self::assertSame($frequency, Frequency::parse($frequency->value));
        }
    }
}
