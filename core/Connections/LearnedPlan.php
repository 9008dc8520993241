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
        foreach ($plan->choices as $column => $choice) {
            $field = SourceRow::FIELDS[$choice->header] ?? null;
            if ($field !== null) {
                $choices[] = self::own($choice->header, $field, $choice);
            } elseif ($choice->state !== ColumnState::LeftBehind || ($profiles[$column]->filled ?? 0) > 0) {
                $choices[] = $choice;
            }
        }

        return $plan->withChoices($choices);
    }

    private static function own(string $header, string $field, ColumnChoice $choice): ColumnChoice
    {
        return $choice->target() === $field
            ? $choice
            : new ColumnChoice($header, ColumnState::Sure, 'What its connection says of each gift.', [new Feed($field)]);
    }
}
