<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;

/**
 * The columns of a first pull, as they hold for those to come. What a connection itself says of each gift is always brought in, even if no
 * row had any of it yet; a column that was blank and left behind is looked at again when something stands in it.
 */
final class LearnedPlan
{
    private function __construct() {}

    /** @param  list<ColumnProfile>  $profiles  of the columns of the plan */
    public static function of(ColumnPlan $plan, array $profiles): ColumnPlan
    {
        $choices = [];
        $known = self::known($plan)->choices;
        foreach ($plan->choices as $column => $choice) {
            if ($choice->state !== ColumnState::LeftBehind || ($profiles[$column]->filled ?? 0) > 0) {
                // As a person settled it.
                $choices[] = $choice;
            } elseif (isset(SourceRow::FIELDS[$choice->header])) {
                $choices[] = $known[$column];
            }
        }

        return $plan->withChoices($choices);
    }

    /** With what a connection says of each gift settled, whatever stands in its rows: nothing else is taken for it. */
    public static function known(ColumnPlan $plan): ColumnPlan
    {
        $own = array_intersect(array_keys(SourceRow::FIELDS), $plan->headers());
        $taken = array_intersect_key(SourceRow::FIELDS, array_flip($own));
        $choices = [];
        foreach ($plan->choices as $choice) {
            $field = $taken[$choice->header] ?? null;
            $choices[] = match (true) {
                $field !== null && $choice->target() !== $field => new ColumnChoice(
                    $choice->header,
                    ColumnState::Sure,
                    'What its connection says of each gift.',
                    [new Feed($field)],
                ),
                $field !== null && !$choice->state->isSettled() => new ColumnChoice(
                    $choice->header,
                    ColumnState::Sure,
                    $choice->evidence,
                    $choice->feeds,
                    $choice->steps,
                ),
                $field === null && in_array($choice->target(), $taken, true) => new ColumnChoice($choice->header, ColumnState::Open),
                default => $choice,
            };
        }

        return $plan->withChoices($choices);
    }
}
