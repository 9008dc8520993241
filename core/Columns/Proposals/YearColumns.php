<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\ValueLook;

/** A column for each year, with what was given in it: each becomes a gift at the end of its year. */
final readonly class YearColumns
{
    /**
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @return array{list<Proposal>, list<Constant>}
     */
    public function apply(array $proposals, array $profiles): array
    {
        $years = [];
        foreach ($proposals as $column => $proposal) {
            $year = self::year($proposal->header);
            if (
                $year !== null &&
                ($proposal->target === null || $proposal->target === 'gift.amount') &&
                $profiles[$column]->share(ValueLook::Money) >= 0.9
            ) {
                $years[$column] = $year;
            }
        }
        // Beside a column for each year, a total is their sum.
        foreach ($proposals as $column => $proposal) {
            if (
                count($years) > 1 &&
                $proposal->target === 'gift.amount' &&
                !isset($years[$column]) &&
                preg_match('/total|sum/i', $proposal->header) === 1
            ) {
                $proposals[$column] = $proposal->withdrawn('But it is the sum of the years.');
            }
        }
        $others = array_filter(
            $proposals,
            static fn(Proposal $proposal, int $column): bool => !isset($years[$column]) &&
                str_starts_with((string) $proposal->target, 'gift.'),
            ARRAY_FILTER_USE_BOTH,
        );
        if (count($years) < 2 || $others !== []) {
            return [$proposals, []];
        }
        $constants = [];
        $number = 0;
        foreach ($years as $column => $year) {
            $number++;
            $gift = $number === 1 ? 'gift' : "gift.{$number}";
            $proposals[$column] = $proposals[$column]->with(
                ColumnState::Look,
                "{$gift}.amount",
                "The header \"{$proposals[$column]->header}\" is a year. {$profiles[$column]->evidence(
                    ValueLook::Money,
                )}: one gift for each, dated December 31.",
            );
            $constants[] = new Constant("{$gift}.date", "{$year}-12-31");
        }

        return [array_values($proposals), $constants];
    }

    private static function year(string $header): ?int
    {
        return preg_match(
            '/^(?:total|gifts?|giving|donations?|amount|amt|fy|cy|year|contributions?)?[\s_-]*((?:19|20)\d\d)[\s_-]*(?:total|gifts?|giving|donations?|amount|amt|contributions?)?$/iD',
            trim($header),
            $found,
        ) === 1
            ? (int) $found[1]
            : null;
    }
}
