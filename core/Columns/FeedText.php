<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\OfLabel;
use PineSieve\Core\Columns\Steps\Row;
use PineSieve\Core\Columns\Steps\StepFault;
use PineSieve\Core\Text\Tidy;

/** What the columns of a field hold in a row, after the steps of the plan. */
final readonly class FeedText
{
    /** @param  list<string>  $without  names of steps that are not done */
    public function __construct(private ColumnPlan $plan, private array $without = []) {}

    /**
     * @param  list<array{int, Feed}>  $feeds  columns of the field, with what they become
     * @param  list<string>  $cells
     * @param  bool  $isBlock  whether line breaks tell something
     * @return string the first that is not blank
     */
    public function of(array $feeds, array $cells, Row $row, bool $isBlock = false): string
    {
        foreach ($feeds as [$column, $feed]) {
            $cell = $cells[$column] ?? '';
            $text = $isBlock || $feed->steps->has(OfLabel::NAME) ? Tidy::block($cell) : Tidy::line($cell);
            $steps = $this->plan->choices[$column]->steps;
            foreach ($this->without as $step) {
                $steps = $steps->without($step);
            }
            try {
                $text = $steps->list === [] ? $text : implode("\n", $steps->apply($text, $row));
                $text = $feed->steps->list === [] ? $text : implode("\n", $feed->steps->apply($text, $row));
            } catch (StepFault) {
                // What a step can't do leaves the cell as it is.
            }
            if ($text !== '') {
                return $text;
            }
        }

        return '';
    }
}
