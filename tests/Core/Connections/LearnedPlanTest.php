<?php

declare(strict_types=1);

namespace Tests\Core\Connections;

use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfiler;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Connections\LearnedPlan;
use PineSieve\Core\Connections\SourceRow;
use PineSieve\Core\Standards\BaseFields;

/** What holds of the columns of a first pull for those to come. */
final class LearnedPlanTest extends TestCase
{
    public function test_what_a_connection_says_is_always_brought_in_and_what_was_blank_is_looked_at_again(): void
    {
        $rows = [['A1', '', 'Ann', '', 'x'], ['A2', '', 'Bo', '', 'y']];
        $headers = [SourceRow::ID, SourceRow::CORRECTS, 'donor.first_name', 'message', 'changed_at'];
        $profiles = [];
        foreach ($headers as $place => $header) {
            $profiler = new ColumnProfiler(2026);
            foreach ($rows as $row) {
                $profiler->add($row[$place]);
            }
            $profiles[] = $profiler->profile($header);
        }
        $left = static fn(string $header): ColumnChoice => new ColumnChoice($header, ColumnState::LeftBehind);
        $plan = new ColumnPlan([
            new ColumnChoice(SourceRow::ID, ColumnState::Sure, '', [new Feed('gift.id')]),
            $left(SourceRow::CORRECTS),
            new ColumnChoice('donor.first_name', ColumnState::Sure, '', [new Feed('name.first')]),
            $left('message'),
            $left('changed_at'),
        ]);
        $learned = LearnedPlan::of($plan, $profiles);

        self::assertSame([SourceRow::ID, SourceRow::CORRECTS, 'donor.first_name', 'changed_at'], $learned->headers());
        self::assertSame(
            ['gift.id', 'gift.corrected', 'name.first', null],
            array_map(static fn(ColumnChoice $choice): ?string => $choice->target(), $learned->choices),
        );
    }

    public function test_what_it_says_itself_is_settled_whatever_stands_there_and_nothing_else_is_taken_for_it(): void
    {
        $plan = new ColumnPlan([
            new ColumnChoice(SourceRow::AMOUNT, ColumnState::Open),
            new ColumnChoice(SourceRow::ID, ColumnState::Look, 'Perhaps', [new Feed('gift.reference')]),
            new ColumnChoice(SourceRow::GIVEN, ColumnState::Look, 'Month first?', [new Feed('gift.date')]),
            new ColumnChoice('tip.amount', ColumnState::Sure, '', [new Feed('gift.amount')]),
            new ColumnChoice('donor.email', ColumnState::Look, '', [new Feed('email')]),
        ]);
        $known = LearnedPlan::known($plan)->choices;

        self::assertSame(
            [['gift.amount', 'sure'], ['gift.id', 'sure'], ['gift.date', 'sure'], [null, 'open'], ['email', 'look']],
            array_map(static fn(ColumnChoice $choice): array => [$choice->target(), $choice->state->value], $known),
        );
    }

    public function test_what_a_person_left_behind_or_took_for_something_else_stays_so(): void
    {
        $profiler = new ColumnProfiler(2026);
        $profiler->add('1.20');
        $plan = new ColumnPlan([
            new ColumnChoice(SourceRow::FEE, ColumnState::LeftBehind),
            new ColumnChoice(SourceRow::FUND, ColumnState::Sure, '', [new Feed('gift.campaign')]),
        ]);
        $learned = LearnedPlan::of($plan, [$profiler->profile(SourceRow::FEE), $profiler->profile(SourceRow::FUND)]);
        self::assertSame(
            [null, 'gift.campaign'],
            array_map(static fn(ColumnChoice $choice): ?string => $choice->target(), $learned->choices),
        );
    }

    public function test_each_of_its_headers_stands_for_a_field_that_there_is(): void
    {
        foreach (SourceRow::FIELDS as $field) {
            self::assertArrayHasKey($field, BaseFields::all());
        }
    }
}
