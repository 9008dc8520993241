<?php

declare(strict_types=1);

namespace PineSieve\Core\Findings;

use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Steps\Blank;
use PineSieve\Core\Columns\Steps\OfLabel;
use PineSieve\Core\Columns\Steps\ReadDate;
use PineSieve\Core\Columns\Steps\Step;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Columns\ValueMark;
use PineSieve\Core\Gifts\NotPaid;
use PineSieve\Core\Standards\Target;

/** Everything that is wrong with a file, and the remedies as steps of its column plan. */
final readonly class Findings
{
    /** Part of the names from which it is likely that all have the last name first: one in twenty seems so where none has. */
    private const LAST_AHEAD = 0.25;

    /** Part of the names up to which one word alone is told. */
    private const ONE_WORD = 0.3;

    /** Steps in the order in which they work best, whenever they were added. */
    private const ORDER = ['mend', 'trim', 'blank', 'turn', 'behind', 'case', 'people', 'split', 'pad', 'date', 'number'];

    /** @param  list<ColumnProfile>  $profiles */
    public function __construct(
        private array $profiles,
        private Oddities $oddities,
        private bool $fillsMerged = false,
        private bool $fillsDittos = false,
        private bool $fillsHeadings = false,
    ) {}

    /** @return list<Finding> */
    public function of(ColumnPlan $plan): array
    {
        $findings = [];
        foreach (FindingKind::cases() as $kind) {
            $finding = match (true) {
                $kind === FindingKind::EmptyColumns => $this->emptyColumns(),
                $kind->mark() !== null, $kind === FindingKind::MixedDates => $this->ofColumns($kind, $plan),
                default => $this->ofSheet($kind, $plan),
            };
            if ($finding !== null) {
                $findings[] = $finding;
            }
        }

        return $findings;
    }

    /** The plan with a remedy applied wherever it helps, or taken back everywhere. A remedy that is none of the plan's changes nothing. */
    public function remedied(ColumnPlan $plan, FindingKind $kind, bool $on): ColumnPlan
    {
        if ($kind->rows() !== null) {
            return $plan->withRows($on ? $plan->rows->with($kind->rows()) : $plan->rows->without($kind->rows()));
        }
        $choices = $plan->choices;
        foreach ($choices as $column => $choice) {
            if ($kind === FindingKind::HiddenColumns && in_array($column, $this->oddities->hiddenColumns, true)) {
                $choices[$column] = $on
                    ? $choice->becoming(ColumnState::LeftBehind, [], 'Hidden in the spreadsheet.')
                    : $choice->becoming(ColumnState::Open, [], $choice->evidence);
            } elseif (($step = $kind->step($this->profiles[$column] ?? null)) !== null && $this->count($kind, $column, $choice) > 0) {
                $choices[$column] = $choice->withSteps(self::changed($choice->steps, $step, $on));
            }
        }

        return $plan->withChoices($choices);
    }

    /** Every remedy that needs nobody to decide anything, applied. */
    public function remediedAll(ColumnPlan $plan): ColumnPlan
    {
        foreach ($this->of($plan) as $finding) {
            if ($finding->kind->remedy() !== '' && !$finding->kind->isForAPerson()) {
                $plan = $this->remedied($plan, $finding->kind, true);
            }
        }

        return $plan;
    }

    private function emptyColumns(): ?Finding
    {
        $empty = array_values(
            array_filter($this->profiles, static fn(ColumnProfile $profile): bool => $profile->filled === 0 && $profile->values === []),
        );

        return $empty === []
            ? null
            : new Finding(
                FindingKind::EmptyColumns,
                count($empty),
                array_map(
                    static fn(ColumnProfile $profile): array => ['row' => 0, 'value' => '', 'header' => $profile->header],
                    array_slice($empty, 0, 5),
                ),
            );
    }

    private function ofSheet(FindingKind $kind, ColumnPlan $plan): ?Finding
    {
        $count = $this->oddities->counts[$kind->value] ?? 0;
        $applied = match (true) {
            $kind->rows() !== null => in_array($kind->rows(), $plan->rows->leftOut, true),
            $kind === FindingKind::Merged => $this->fillsMerged,
            $kind === FindingKind::Dittos => $this->fillsDittos,
            $kind === FindingKind::Headings => $this->fillsHeadings,
            $kind === FindingKind::HiddenColumns => array_filter(
                $this->oddities->hiddenColumns,
                static fn(int $column): bool => isset($plan->choices[$column]) &&
                    $plan->choices[$column]->state !== ColumnState::LeftBehind,
            ) === [],
            default => false,
        };

        return $count === 0
            ? null
            : new Finding(
                $kind,
                $count,
                array_map(
                    static fn(array $example): array => ['row' => $example[0], 'value' => $example[1], 'header' => ''],
                    $this->oddities->examples[$kind->value] ?? [],
                ),
                [],
                $applied,
            );
    }

    private function ofColumns(FindingKind $kind, ColumnPlan $plan): ?Finding
    {
        $columns = [];
        $examples = [];
        $total = 0;
        foreach ($kind === FindingKind::NotPaid && !isset($plan->columns()['gift.amount']) ? [] : $plan->choices as $column => $choice) {
            $count = $this->count($kind, $column, $choice);
            if ($count === 0) {
                continue;
            }
            $total += $count;
            $columns[] = [
                'column' => $column,
                'header' => $choice->header,
                'count' => $count,
                'applied' => self::isApplied($choice->steps, $kind->step()),
            ];
            foreach ($this->profiles[$column]->marks[$kind->value]['examples'] ?? [] as [$row, $value]) {
                $examples[] = ['row' => $row, 'value' => $value, 'header' => $choice->header];
            }
        }

        return $columns === []
            ? null
            : new Finding(
                $kind,
                $total,
                array_slice($examples, 0, 8),
                $columns,
                array_filter($columns, static fn(array $column): bool => !$column['applied']) === [],
            );
    }

    private function count(FindingKind $kind, int $column, ColumnChoice $choice): int
    {
        $profile = $this->profiles[$column] ?? null;
        $field = Target::tryParse($choice->target() ?? '')?->field;
        // Of a label the name is a part: as a whole it looks like an address.
        $isLabel = ($choice->feeds[0] ?? null)?->steps->has(OfLabel::NAME) === true;
        if ($profile === null || !$kind->concerns($isLabel ? 'address.block' : $field)) {
            return 0;
        }
        if ($kind === FindingKind::MixedDates) {
            return $profile->dates['mdy'] > 0 && $profile->dates['dmy'] > 0 ? min($profile->dates['mdy'], $profile->dates['dmy']) : 0;
        }
        if ($kind === FindingKind::NotPaid && NotPaid::isAsked($choice->header)) {
            $said = array_filter(
                $profile->values,
                static fn(string|int $value): bool => NotPaid::isYes(trim((string) $value)),
                ARRAY_FILTER_USE_KEY,
            );

            return array_sum($said);
        }
        $count = $kind->mark() === null ? 0 : $profile->count($kind->mark());

        return match ($kind) {
            // In a column that is otherwise of small letters or of codes, capitals are nothing to mend.
            FindingKind::Capitals, FindingKind::SmallLetters => $count > 0 && $profile->filled > 0 ? $count : 0,
            // Some last names are first names as well: of few nothing can be told.
            FindingKind::LastAhead => self::areAhead($profile) ? $count : 0,
            FindingKind::TurnedNames => self::areAhead($profile) ? 0 : $count,
            // In a column of last names or of firms alone it is nothing to tell.
            FindingKind::OneWord => $count < self::ONE_WORD * $profile->filled ? $count : 0,
            FindingKind::SerialDates => $count > 0.02 * $profile->filled ? $count : 0,
            default => $count,
        };
    }

    private static function areAhead(ColumnProfile $profile): bool
    {
        return $profile->count(ValueMark::LastAhead) > self::LAST_AHEAD * $profile->filled;
    }

    private static function isApplied(Steps $steps, ?Step $step): bool
    {
        if ($step === null) {
            return false;
        }
        foreach ($steps->list as $there) {
            if (
                $there::NAME === $step::NAME &&
                ($there instanceof Blank && $step instanceof Blank
                    ? $there->covers($step)
                    : !($there instanceof ReadDate) || $there->readsSerials())
            ) {
                return true;
            }
        }

        return false;
    }

    private static function changed(Steps $steps, Step $step, bool $on): Steps
    {
        if (self::isApplied($steps, $step) === $on) {
            return $steps;
        }
        $list = [];
        $merged = false;
        foreach ($steps->list as $there) {
            $same = $there::NAME === $step::NAME;
            $now = match (true) {
                !$same => $there,
                $there instanceof Blank && $step instanceof Blank => $on ? $there->and($step) : $there->butNot($step),
                $there instanceof ReadDate => $there->withSerials($on),
                default => null,
            };
            $merged = $merged || ($same && $now !== null);
            if ($now !== null) {
                $list[] = $now;
            }
        }
        $steps = new Steps($on && !$merged ? [...$list, $step] : $list);

        return $on ? self::ordered($steps) : $steps;
    }

    /** A remedy takes the place where it works best; what a person put in order stays so otherwise. */
    private static function ordered(Steps $steps): Steps
    {
        $list = $steps->list;
        $new = array_pop($list);
        $rank = $new === null ? false : array_search($new::NAME, self::ORDER, true);
        if ($new === null || $rank === false) {
            return $steps;
        }
        $at = count($list);
        while ($at > 0 && ($other = array_search($list[$at - 1]::NAME, self::ORDER, true)) !== false && $other > $rank) {
            $at--;
        }
        array_splice($list, $at, 0, [$new]);

        return new Steps($list);
    }
}
