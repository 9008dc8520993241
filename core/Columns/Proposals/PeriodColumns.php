<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\ValueLook;

/** A column for each year or each month, with what was given in it: each becomes a gift on the last day of it. */
final readonly class PeriodColumns
{
    private const GIVING = '(?:total|gifts?|giving|gave|given|paid|received|payments?|donations?|amount|amt|fy|cy|year|contributions?|offerings?|tithes?)';

    private const PLEDGED = '/\b(?:pledged?|promised?|commitments?)\b/i';

    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    private const MONTH = '(?<month>jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)\.?';

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
        foreach ($proposals as $column => $proposal) {
            $isMoney =
                ($proposal->target === null || $proposal->target === 'gift.amount') && $profiles[$column]->share(ValueLook::Money) >= 0.9;
            $last = $isMoney ? self::lastDay($proposal->header) : null;
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
                    str_ends_with($end, '-12-31') && !self::isMonth($proposals[$column]->header) ? 'year' : 'month',
                    $profiles[$column]->evidence(ValueLook::Money),
                    $last,
                ),
            );
            $constants[] = new Constant("{$gift}.date", $last);
        }

        return [array_values($proposals), $constants];
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
