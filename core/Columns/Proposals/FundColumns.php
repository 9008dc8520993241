<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\Steps\Formula;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Gifts\Amount;

/** A column for each purpose, with what of a gift is for it: "General", "Missions", "Building". Each becomes a part of the gift. */
final readonly class FundColumns
{
    private const MONEY = 0.9;

    /** Part of the total that slips of the pen may come to. */
    private const SLIPS = 0.1;

    /** Beyond it, columns of amounts are something else. */
    private const MOST = 20;

    /** What congregations and small offices give for; other words are believed where the amounts come to a total. */
    public const PURPOSE =
        '/\b(?:tithes?|offerings?|missions?|missionary|building|general|operating|annual|funds?|memorials?|flowers?|benevolence|youth|music|vbs|' .
        'capital|endowment|scholarships?|(?:un)?restricted|campaign|relief|pantry|debt|organ|roof|altar|easter|christmas|lent|thanksgiving|' .
        'outreach|seminary|designated|camperships?)\b/i';

    /** What is counted, owed, worth or bought is no part of a gift. */
    private const NO_PURPOSE =
        '/\b(?:pledged?|balance|due|owed|goal|budget|last|previous|prior|ytd|to date|year|average|avg|value|price|fees?|cost|count|number|no|qty|age|' .
        'tickets?|admissions?|registrations?|seats?|meals?|dinners?|merch(?:andise)?|shirts?|dues|memberships?|tax|shipping|tips?|auction|raffle|' .
        'purchases?|sales?|rent(?:al)?s?|tuition|lodging|rides?|hours|laps|miles|processing)\b|#|\d{4}/i';

    private const TOTAL = '/\b(?:total|sum|amount|amt|check|deposit)\b/i';

    /**
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @return array{list<Proposal>, list<Constant>}
     */
    public function apply(array $proposals, array $profiles): array
    {
        [$amounts, $total, $date] = [[], null, null];
        foreach ($proposals as $column => $proposal) {
            $isAmount =
                ($proposal->target ?? 'gift.amount') === 'gift.amount' &&
                $profiles[$column]->filled > 0 &&
                $profiles[$column]->share(ValueLook::Money) >= self::MONEY;
            if (self::isOfPurpose((string) $proposal->target)) {
                return [$proposals, []];
            }
            if ($isAmount && $total === null && self::isTotal($proposal)) {
                $total = $column;
            } elseif ($isAmount && preg_match(self::NO_PURPOSE, $proposal->header) !== 1) {
                $amounts[$column] = $profiles[$column];
            } elseif ($proposal->target === 'gift.date') {
                $date = $column;
            }
        }
        // Beside "Donation" a total has what was bought in it.
        $isGiven = array_filter(array_keys($amounts), static fn(int $column): bool => $proposals[$column]->target !== null) !== [];
        if ($isGiven && $total !== null && $proposals[$total]->target === null) {
            return [$proposals, []];
        }
        $parts = $total === null ? self::purposes($amounts) : self::partsOf($amounts, $total, $profiles[$total]);
        $date ??= self::dateIn($proposals, $profiles);
        if (count($parts) < 2 || count($parts) > self::MOST || ($total === null && $date === null)) {
            return [$proposals, []];
        }
        if ($total !== null && $proposals[$total]->target === null) {
            $evidence = $profiles[$total]->evidence(ValueLook::Money) . ', and they are the sum of columns beside it.';
            $proposals[$total] = $proposals[$total]->with(ColumnState::Look, 'gift.amount', $evidence);
        }
        if ($date !== null && $proposals[$date]->target === null) {
            $proposals[$date] = $proposals[$date]->with(ColumnState::Look, 'gift.date', $profiles[$date]->evidence(ValueLook::Date) . '.');
        }

        return self::split(array_values($proposals), $profiles, array_keys($parts), $total !== null);
    }

    private static function isTotal(Proposal $proposal): bool
    {
        return preg_match($proposal->target === null ? '/\b(?:total|sum)\b/i' : self::TOTAL, $proposal->header) === 1;
    }

    /**
     * The columns whose amounts come to the total: all, or those right before or behind it. Where that is not certain, their words must say
     * so; each row tells whether it comes to its total.
     *
     * @param  array<int, ColumnProfile>  $amounts
     * @return array<int, ColumnProfile>
     */
    private static function partsOf(array $amounts, int $at, ColumnProfile $total): array
    {
        foreach ([$amounts, self::besides($amounts, $at, -1), self::besides($amounts, $at, 1)] as $parts) {
            if (self::comeTo($parts, $total) ?? count(self::purposes($parts)) > 1) {
                return $parts;
            }
        }

        return [];
    }

    /**
     * @param  array<int, ColumnProfile>  $amounts
     * @return array<int, ColumnProfile>
     */
    private static function besides(array $amounts, int $at, int $step): array
    {
        $parts = [];
        while (isset($amounts[$at + $step])) {
            $at += $step;
            $parts[$at] = $amounts[$at];
        }
        ksort($parts);

        return $parts;
    }

    /**
     * @param  array<int, ColumnProfile>  $amounts
     * @return array<int, ColumnProfile>
     */
    private static function purposes(array $amounts): array
    {
        return array_filter(
            $amounts,
            static fn(ColumnProfile $amount): bool => preg_match(self::PURPOSE, str_replace('_', ' ', $amount->header)) === 1,
        );
    }

    /**
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @param  list<int>  $parts
     * @return array{list<Proposal>, list<Constant>}
     */
    private static function split(array $proposals, array $profiles, array $parts, bool $isTotal): array
    {
        $constants = [];
        foreach ($parts as $i => $column) {
            $part = $i === 0 ? '' : 'split.' . ($i + 1) . '.';
            $header = trim($proposals[$column]->header);
            $amount = $i === 0 ? 'gift.split.amount' : "gift.{$part}amount";
            // A part without an amount would have the rest of the gift.
            $steps = new Steps([new Formula('value == "" ? "0" : value')]);
            $proposals[$column] = new Proposal(
                $proposals[$column]->header,
                ColumnState::Look,
                $amount,
                $profiles[$column]->evidence(ValueLook::Money) .
                    ($isTotal ? ', and with the columns beside it they come to the total' : '') .
                    ": the part of the gift for \"{$header}\".",
                feeds: [new Feed($amount, steps: $steps)],
            );
            $constants[] = new Constant($i === 0 ? 'gift.fund' : "gift.{$part}fund", $header);
        }

        return [array_values($proposals), $constants];
    }

    /** Whether a column says what all of the gift is for. */
    private static function isOfPurpose(string $target): bool
    {
        return preg_match('/^gift\.(?:\d+\.)?(?:fund|splits?|campaign)\b/', $target) === 1;
    }

    /**
     * Whether the amounts of all rows come to those of the total; null where not all are known, or they nearly do.
     *
     * @param  array<int, ColumnProfile>  $parts
     */
    private static function comeTo(array $parts, ColumnProfile $total): ?bool
    {
        $sums = array_map(self::sum(...), $parts);
        $whole = self::sum($total);

        if ($whole === null || in_array(null, $sums, true)) {
            return null;
        }
        $isNear = abs(array_sum($sums) - $whole) <= self::SLIPS * $whole;

        // A few rows may be added up wrongly: those will say so.
        return $whole > 0 && array_sum($sums) === $whole ? true : ($isNear ? null : false);
    }

    /** @return ?int in cents; null where not all values are known */
    private static function sum(ColumnProfile $profile): ?int
    {
        if (!$profile->exact || count($profile->values) < $profile->distinct) {
            return null;
        }
        $sum = 0;
        foreach ($profile->values as $value => $count) {
            $amount = Amount::parse((string) $value);
            $sum += $amount === null ? 0 : (int) round(100 * (float) $amount) * $count;
        }

        return $sum;
    }

    /**
     * Where nothing said that there are gifts, a date said nothing either.
     *
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     */
    private static function dateIn(array $proposals, array $profiles): ?int
    {
        $dates = array_filter(
            array_keys($proposals),
            static fn(int $column): bool => $proposals[$column]->target === null &&
                $profiles[$column]->share(ValueLook::Date) >= self::MONEY &&
                preg_match('/\b(?:date|dt|sunday|week|day|service|given|received|deposit(?:ed)?)\b/i', $proposals[$column]->header) === 1,
        );

        return count($dates) === 1 ? reset($dates) : null;
    }
}
