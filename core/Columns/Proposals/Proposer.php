<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Standards\FieldCatalog;

/** Proposes a field for every column, with the evidence in words. A proposal that the values contradict is not made. */
final readonly class Proposer
{
    /** The columns that a file of held rows has besides those of its source: where a row was, and why it was held. */
    public const OF_HELD_ROWS = ['Row in the source', 'Held because'];

    private ColumnProposer $columns;

    private StepProposer $steps;

    /** @param  string  $today  ISO 8601; a year of two digits is the latest that is not after it */
    public function __construct(private FieldCatalog $catalog, private string $today)
    {
        $this->columns = new ColumnProposer($catalog);
        $this->steps = new StepProposer($catalog, (int) $today);
    }

    /** @param  list<ColumnProfile>  $profiles */
    public function propose(array $profiles): ColumnPlan
    {
        $sheet = new SheetSense($profiles, HeaderGuess::fill($profiles, HeaderContext::read(array_column($profiles, 'header'))));
        $proposals = array_map(
            fn(ColumnProfile $profile, int $column): Proposal => $this->columns->propose($profile, $column, $sheet),
            $profiles,
            array_keys($profiles),
        );
        $proposals = (new StreetColumns())->apply($proposals, $profiles);
        $proposals = (new Contest($this->catalog, $sheet))->settle($proposals);
        [$proposals, $constants] = (new PeriodColumns($this->today))->apply($proposals, $profiles);
        if ($constants === []) {
            [$proposals, $constants] = (new FundColumns())->apply($proposals, $profiles);
        }
        $choices = [];
        foreach ($proposals as $column => $proposal) {
            $choices[] = $this->steps->choice($profiles[$column], $proposal, $sheet->senses[$column]);
        }
        $plan = new ColumnPlan($choices, $constants);

        return $plan->withLinkedOrganizations(self::isMixed($plan, $profiles));
    }

    /**
     * The choice for a column that a person gives fields: the steps that it has stay, those that the first field needs are added.
     *
     * @param  non-empty-list<Feed>  $feeds
     */
    public function chosen(ColumnProfile $profile, ColumnChoice $before, array $feeds): ColumnChoice
    {
        $steps = $before->steps;
        foreach ($this->steps->steps($profile, $feeds[0]->target, null)->list as $step) {
            $steps = $steps->has($step::NAME) ? $steps : $steps->with($step);
        }

        return $before->becoming(ColumnState::Sure, $feeds, $this->columns->evidence($profile, $feeds[0]->target))->withSteps($steps);
    }

    /**
     * Organizations, their people and individuals in one sheet: an organization's name beside a person's is where that person belongs.
     *
     * @param  list<ColumnProfile>  $profiles
     */
    private static function isMixed(ColumnPlan $plan, array $profiles): bool
    {
        $columns = $plan->columns();
        $organization = $columns['organization.name'] ?? null;
        $person = $columns['name.last'] ?? ($columns['name.first'] ?? ($columns['name.full'] ?? null));
        if ($organization === null || $person === null) {
            return false;
        }
        $says = isset($columns['kind']) || isset($columns['employer.role']);

        // Some rows without a person, some without an organization.
        return $says ||
            ($profiles[$person]->filled < 0.97 * $profiles[$person]->rows &&
                $profiles[$organization]->filled + $profiles[$person]->filled > $profiles[$person]->rows);
    }
}
