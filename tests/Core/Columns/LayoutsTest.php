<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Standards;
use Tests\Support\Layouts;

final class LayoutsTest extends TestCase
{
    /** @param  list<array{string, list<string>, ?string}>  $columns */
    #[DataProviderExternal(Layouts::class, 'all')]
    public function test_what_is_proposed(array $columns): void
    {
        $plan = Layouts::proposed($columns);
        $targets = array_map(static fn(ColumnChoice $choice): ?string => $choice->target(), $plan->choices);

        self::assertSame(array_column($columns, 2, 0), array_combine(array_column($columns, 0), $targets));
        $single = array_filter(
            $targets,
            static fn(?string $target): bool => $target !== null && !ColumnPlan::isShared(FieldCatalog::builtIn(), new Feed($target)),
        );
        self::assertSame($single, array_unique($single), 'A field is fed by one column.');
        foreach ($plan->choices as $choice) {
            self::assertMatchesRegularExpression('/[.!]$/', trim($choice->evidence), 'Evidence is a sentence.');
        }
    }

    public function test_a_column_for_each_month_or_year_is_a_gift_on_its_last_day(): void
    {
        $days = static function (string ...$headers): array {
            $columns = array_map(static fn(string $header): array => [$header, ['25', '30'], null], array_values($headers));

            return array_map(
                static fn(Constant $constant): string => $constant->value,
                Layouts::proposed([['Name', ['Ann Lee', 'Bo Park'], null], ...$columns])->constants,
            );
        };

        self::assertSame(['2026-01-31', '2024-02-29', '2025-09-30'], $days('Jan-26', 'Feb 2024', "Sept. '25"));
        self::assertSame(['2025-04-30', '2025-12-31'], $days('2025-04', '12/2025'));
        self::assertSame(['2024-12-31', '2025-12-31'], $days('FY2024', 'Giving 2025'));
        self::assertSame([], $days('Jan', 'Feb', 'Mar'), 'Nobody knows of which year.');
        self::assertSame([], $days('Jan-26', 'Dues'), 'One may be anything.');
        self::assertSame(['2025-12-31'], $days('Giving 2025'), 'One that says so is.');
        self::assertSame(['2025-12-31', '2026-11-30'], $days('Giving 2025', 'Giving 2026'), 'What was given this year was given by today.');
        self::assertSame(['2025-01-01', '2026-01-01'], $days('2025 Pledge', 'Pledge FY 2026'));
        self::assertSame(['2025-01-01', '2025-12-31'], $days('2025 Pledge', 'Paid 2025'));
    }

    /**
     * @param  list<string>  $headers
     * @param  list<string>  $days  of the gifts
     */
    #[DataProvider('days')]
    public function test_a_column_for_each_day_is_a_gift_on_it(array $headers, array $days): void
    {
        $columns = array_map(static fn(string $header): array => [$header, ['25', '30'], null], $headers);
        $plan = Layouts::proposed([['Name', ['Ann Lee', 'Bo Park'], null], ...$columns]);

        self::assertSame($days, array_map(static fn(Constant $constant): string => $constant->value, $plan->constants));
        self::assertNotContains(ColumnState::Sure, array_column(array_slice($plan->choices, 1), 'state'), 'Somebody looks at each.');
    }

    /** @return iterable<string, array{list<string>, list<string>}> today is the last day of November 2026 */
    public static function days(): iterable
    {
        yield 'the last such days until today' => [['5-Jul', '13-Dec'], ['2026-07-05', '2025-12-13']];
        yield 'of the year that another header names' => [['5-Jul', '12-Jul', 'YTD 2024'], ['2024-07-05', '2024-07-12']];
        yield 'month first, as one of them shows' => [['7/5', '7/12', '7/19'], ['2026-07-05', '2026-07-12', '2026-07-19']];
        yield 'day first' => [['5/7/26', '19/7/26'], ['2026-07-05', '2026-07-19']];
        yield 'nobody knows which stands first' => [['7/5', '7/12'], []];
        yield 'one each way' => [['7/19', '19/7'], []];
        yield 'with the day of the week' => [['Sun 4 Jan 2026', 'Sun. 11 Jan 2026'], ['2026-01-04', '2026-01-11']];
        yield 'of a workbook' => [['2026-01-04 00:00:00', '2026-01-11 00:00:00'], ['2026-01-04', '2026-01-11']];
        yield 'weeks' => [['Jul 5', 'Jul 12', 'Jul 19'], ['2026-07-05', '2026-07-12', '2026-07-19']];
        yield 'months of three years' => [['Jul 24', 'Jul 25', 'Jul 26'], ['2024-07-31', '2025-07-31', '2026-07-31']];
        yield 'hours' => [['5-Jul', '12-Jul', 'Total Hours'], []];
        yield 'a day that can not be' => [['31-Feb', '30-Feb'], []];
    }

    public function test_numbers_of_gifts_are_no_amounts(): void
    {
        $amount = static function (array $columns): array {
            $of = static fn(string $header, array $values): array => [$header, array_map(strval(...), $values), null];
            $plan = Layouts::proposed([['Name', array_fill(0, 30, 'Ann Lee'), null], ...array_map($of, array_keys($columns), $columns)]);

            return array_keys(
                array_filter(
                    array_map(static fn(ColumnChoice $choice): string => $choice->feeds[0]->target ?? '', $plan->choices),
                    static fn(string $target): bool => $target === 'gift.amount',
                ),
            );
        };
        $numbers = range(6181, 6210);
        $amounts = array_fill(0, 30, '25.00');

        self::assertSame([], $amount(['Gift' => $numbers]));
        self::assertSame([2], $amount(['Gift' => $amounts, 'Gift amount' => $amounts]), 'Who says so is it.');
        self::assertSame([1], $amount(['Gift' => $amounts]));
        self::assertSame([1], $amount(['Gift' => range(10, 300, 10)]), 'They do not count up.');
    }

    public function test_the_day_alone_says_whether_someone_agrees(): void
    {
        $said = static function (string $header, string $day, string ...$more): array {
            $others = array_map(static fn(string $other): array => [$other, ['yes', 'no'], null], array_values($more));
            $plan = Layouts::proposed([['Last name', ['Lee', 'Park'], null], [$header, ['2024-12-25', '2025-01-31'], null], ...$others]);
            $mapper = new RowMapper($plan, new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));
            $further = $mapper->map(['Lee', $day])->record()->further;

            return [$further['consent_email'] ?? '', $further['consent_email_on'] ?? ''];
        };

        self::assertSame(['no', '2024-12-25'], $said('Unsubscribed At', '2024-12-25'));
        self::assertSame(['no', '2024-12-25'], $said('email_optout_date', '2024-12-25'));
        self::assertSame(['yes', '2024-12-25'], $said('Subscribed on', '2024-12-25'));
        self::assertSame(['', ''], $said('Unsubscribed At', ''));
        self::assertSame(['', ''], $said('Unsubscribed At', '2024-12-25', 'Subscribed'), 'Another column says it, and is blank.');
    }

    public function test_a_street_in_parts_is_put_together(): void
    {
        $of = static fn(array $numbers, array $streets): ColumnPlan => Layouts::proposed([
            ['Last name', ['Lee', 'Park', 'Dahl'], null],
            ['House No.', $numbers, null],
            ['Dir', ['N', '', 'SW'], null],
            ['Street', $streets, null],
            ['St Type', ['St', 'Ave', ''], null],
        ]);
        $plan = $of(['12', '4 1/2', ''], ['Elm', '12th', 'PO Box 7']);
        $mapper = new RowMapper($plan, new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));
        $line = static fn(string ...$cells): string => $mapper->map(array_values($cells))->record()->addresses[0]->stored->line1 ?? '';

        self::assertSame(
            ['12 N Elm St', '4 1/2 12th Ave', 'PO Box 7', '12'],
            [
                $line('Lee', '12', 'N', 'Elm', 'St'),
                $line('Park', '4 1/2', '', '12th', 'Ave'),
                $line('Dahl', '', '', 'PO Box 7', ''),
                $line('Roe', '12', '', '', ''),
            ],
        );
        self::assertSame(ColumnState::LeftBehind, $plan->choices[1]->state);
        $two = Layouts::proposed([
            ['Last name', ['Lee', 'Park'], null],
            ['Res Street #', ['12', '4'], null],
            ['Res Street', ['Elm St', 'Oak St'], null],
            ['Mail Street No', ['9', '10'], null],
            ['Mail Street Name', ['Ash Ln', 'Fir Ln'], null],
        ]);
        self::assertSame(
            ['name.last', null, 'address.home.line1', null, 'address.mailing.line1'],
            array_map(static fn(ColumnChoice $choice): ?string => $choice->target(), $two->choices),
        );
        // Streets that have their numbers need no other, and what is no number is none.
        self::assertSame([], $of(['12', '4', '7'], ['12 Elm', '4 Oak', '7 Ash'])->choices[3]->steps->list);
        self::assertSame([], $of(['Boat', 'Hall', 'Fair'], ['Elm', 'Oak', 'Ash'])->choices[3]->steps->list);
    }

    public function test_there_are_many(): void
    {
        self::assertGreaterThanOrEqual(40, count(iterator_to_array(Layouts::all())));
    }
}
