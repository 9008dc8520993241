<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\WrittenDate;

/** A column for each year, month or day, with what was given in it: each becomes a gift on the last day of it. */
final readonly class PeriodColumns
{
    private const GIVING = '(?:total|gifts?|giving|gave|given|paid|received|payments?|donations?|amount|amt|fy|cy|year|contributions?|offerings?|tithes?)';

    private const PLEDGED = '/\b(?:pledged?|promised?|commitments?)\b/i';

    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    private const MONTH = '(?<month>jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)\.?';

    private const WEEKDAY = '/^(?:sun|mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?)(?:day)?\.?,?\s+/i';

    /** What a sheet with a column for each day has, if its numbers are no money. */
    private const NO_MONEY = '/\b(?:hours?|hrs|attend\w*|shifts?|scores?|present|points?|laps?|miles?)\b/i';

    /** @param  string  $today  ISO 8601: of a year or a month that is not over, what was given was given by then */
    public function __construct(private string $today) {}

    /**
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @return array{list<Proposal>, list<Constant>}
     */
    public function apply(array $proposals, array $profiles): array
    {
        [$proposals, $pledged] = self::pledged($proposals, $profiles);
        [$proposals, $given] = $this->given($proposals, $profiles);

        return [$proposals, [...$pledged, ...$given]];
    }

    /**
     * "Pledge 2026" is a promise of that year's first day, where no column has its date.
     *
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @return array{list<Proposal>, list<Constant>}
     */
    private static function pledged(array $proposals, array $profiles): array
    {
        $years = [];
        foreach ($proposals as $column => $proposal) {
            if (str_starts_with((string) $proposal->target, 'promise.') && $proposal->target !== 'promise.amount') {
                return [$proposals, []];
            }
            $isPledge =
                ($proposal->target ?? 'promise.amount') === 'promise.amount' &&
                $profiles[$column]->share(ValueLook::Money) >= 0.9 &&
                preg_match(self::PLEDGED, $proposal->header) === 1 &&
                preg_match('/\b(?:FY ?)?((?:19|20)\d\d)\b/i', $proposal->header, $found) === 1;
            if ($isPledge) {
                $years[$column] = $found[1];
            }
        }
        $constants = [];
        foreach (array_keys($years) as $i => $column) {
            $promise = $i === 0 ? 'promise' : 'promise.' . ($i + 1);
            $day = "{$years[$column]}-01-01";
            $evidence = "{$profiles[$column]->evidence(ValueLook::Money)}: a promise for each, dated {$day}.";
            $proposals[$column] = $proposals[$column]->with(ColumnState::Look, "{$promise}.amount", $evidence);
            $constants[] = new Constant("{$promise}.date", $day);
        }

        return [array_values($proposals), $constants];
    }

    /**
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @return array{list<Proposal>, list<Constant>}
     */
    private function given(array $proposals, array $profiles): array
    {
        $periods = [];
        $months = 0;
        $days = $this->days(array_column($proposals, 'header'));
        foreach ($proposals as $column => $proposal) {
            $isMoney =
                ($proposal->target === null || $proposal->target === 'gift.amount') && $profiles[$column]->share(ValueLook::Money) >= 0.9;
            $last = $isMoney ? $days[$column] ?? self::lastDay($proposal->header) : null;
            if ($last !== null) {
                $periods[$column] = $last;
            }
            $months += $isMoney && self::isMonth($proposal->header) ? 1 : 0;
        }
        // Beside a column for each of them, a total is their sum.
        foreach ($proposals as $column => $proposal) {
            if (
                (count($periods) > 1 || $months > 2) &&
                $proposal->target === 'gift.amount' &&
                !isset($periods[$column]) &&
                preg_match('/total|sum/i', $proposal->header) === 1
            ) {
                $proposals[$column] = $proposal->withdrawn('But it is the sum of the ' . ($months > 2 ? 'months.' : 'columns beside it.'));
            }
        }
        $others = array_filter(
            $proposals,
            static fn(Proposal $proposal, int $column): bool => !isset($periods[$column]) &&
                str_starts_with((string) $proposal->target, 'gift.'),
            ARRAY_FILTER_USE_BOTH,
        );
        $isSaid = count($periods) === 1 && preg_match('/' . self::GIVING . '/i', $proposals[array_key_first($periods)]->header) === 1;
        if ((count($periods) < 2 && !$isSaid) || $others !== []) {
            return [$proposals, []];
        }
        $constants = [];
        $number = 0;
        foreach ($periods as $column => $end) {
            $number++;
            $last = min($end, $this->today);
            $gift = $number === 1 ? 'gift' : "gift.{$number}";
            $proposals[$column] = $proposals[$column]->with(
                ColumnState::Look,
                "{$gift}.amount",
                sprintf(
                    'The header "%s" is a %s. %s: one gift for each, dated %s.',
                    $proposals[$column]->header,
                    match (true) {
                        isset($days[$column]) => 'day',
                        str_ends_with($end, '-12-31') && !self::isMonth($proposals[$column]->header) => 'year',
                        default => 'month',
                    },
                    $profiles[$column]->evidence(ValueLook::Money),
                    $last,
                ),
            );
            $constants[] = new Constant("{$gift}.date", $last);
        }

        return [array_values($proposals), $constants];
    }

    /**
     * "5-Jul", "7/12", "Sunday 12 July 2026": as far as the headers together tell which day each is. Without a year it is the last such day
     * until today, or in the one year that another header names.
     *
     * @param  list<string>  $headers
     * @return array<int, string> ISO 8601, by column
     */
    private function days(array $headers): array
    {
        if (preg_grep(self::NO_MONEY, $headers) !== []) {
            return [];
        }
        preg_match_all('/\b(?:19|20)\d\d\b/', implode(' ', $headers), $found);
        $years = array_unique($found[0]);
        // A year in which every day is; which one is meant depends on the order.
        $read = fn(string $header, int $year): WrittenDate => WrittenDate::parse(self::inYear($header, $year), (int) $this->today);
        $dates = array_map(static fn(string $header): WrittenDate => $read($header, 2024), $headers);
        $order = self::order(array_filter($dates, static fn(WrittenDate $date): bool => $date->meanings !== []));
        if ($order === null) {
            return [];
        }
        $thisYear = (int) $this->today;
        $days = [];
        foreach ($headers as $column => $header) {
            foreach (count($years) === 1 ? [(int) array_values($years)[0]] : range($thisYear, $thisYear - 4) as $year) {
                $meanings = $read($header, $year)->meanings;
                $day = $meanings[$order->value] ?? (array_values($meanings)[0] ?? null);
                if ($day !== null && ($day <= $this->today || count($years) === 1)) {
                    $days[$column] = $day;
                    break;
                }
            }
        }

        // "Jul 24, Jul 25, Jul 26" may be three years as well.
        return self::areWeeks($days) || preg_grep('/^\D{3,9}\d\d$/D', $headers) === [] ? $days : [];
    }

    /** "Sun 7/12" as "7/12/2026"; what has a year of its own stays. */
    private static function inYear(string $header, int $year): string
    {
        $bare = trim((string) preg_replace([self::WEEKDAY, '/ 00:00(?::00)?$/D'], '', trim($header)));
        $separator = preg_match('/^\d+([\/-])\d+$/D', $bare, $found) === 1 ? $found[1] : ' ';

        return preg_match('/\d{4}|\d\D+\d+\D+\d/', $bare) === 1 ? $bare : "{$bare}{$separator}{$year}";
    }

    /** @param  array<int, WrittenDate>  $dates */
    private static function order(array $dates): ?DateOrder
    {
        $orders = [];
        foreach ($dates as $date) {
            if (!$date->isAmbiguous()) {
                $orders[] = array_key_first($date->meanings);
            }
        }
        $orders = array_unique($orders);

        return count($dates) > 1 && count($orders) === 1 ? DateOrder::from((string) array_values($orders)[0]) : null;
    }

    /** @param  array<int, string>  $days  ISO 8601 */
    private static function areWeeks(array $days): bool
    {
        $days = array_map(static fn(string $day): int => (int) strtotime("{$day} UTC"), $days);
        sort($days);
        foreach ($days as $i => $day) {
            if ($i > 0 && $day - $days[$i - 1] === 7 * 86_400) {
                return true;
            }
        }

        return false;
    }

    private static function isMonth(string $header): bool
    {
        return preg_match(
            '/^' . self::MONTH . '(?:\b|$)|^(?:20\d\d[-\/](?:0?[1-9]|1[0-2])|(?:0?[1-9]|1[0-2])[-\/]20\d\d)$/iD',
            trim($header),
        ) === 1;
    }

    /** @return ?string the last day of the year or month that a header names; null if it names none */
    private static function lastDay(string $header): ?string
    {
        $header = trim($header);
        $giving = self::GIVING;
        if (preg_match("/^{$giving}?[\\s_-]*(?<year>(?:19|20)\\d\\d)[\\s_-]*{$giving}?$/iD", $header, $found) === 1) {
            return "{$found['year']}-12-31";
        }
        $month = self::MONTH;
        $number = match (true) {
            preg_match("/^{$giving}?[\\s_-]*{$month}[\\s_,'-]*(?<year>(?:20)?\\d\\d)[\\s_-]*{$giving}?$/iD", $header, $found) === 1
                => (int) array_search(strtolower(substr($found['month'], 0, 3)), self::MONTHS, true) + 1,
            preg_match('/^(?<year>20\d\d)[-\/](?<number>0?[1-9]|1[0-2])$/D', $header, $found) === 1,
            preg_match('/^(?<number>0?[1-9]|1[0-2])[-\/](?<year>20\d\d)$/D', $header, $found) === 1
                => (int) $found['number'],
            default => 0,
        };
        if ($number === 0) {
            return null;
        }
        $year = 2000 + (((int) $found['year']) % 100);

        return sprintf('%d-%02d-%02d', $year, $number, cal_days_in_month(CAL_GREGORIAN, $number, $year));
    }
}
