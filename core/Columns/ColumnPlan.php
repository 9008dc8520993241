<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Text\Fold;

/** How the columns of a source become fields. */
final readonly class ColumnPlan
{
    /** @param  list<ColumnChoice>  $choices one a column, in the order of the source */
    public function __construct(public array $choices)
    {
    }

    public function isSettled(): bool
    {
        foreach ($this->choices as $choice) {
            if (! $choice->state->isSettled()) {
                return false;
            }
        }

        return true;
    }

    /** Nobody is there to ask: proposals are taken, and what has none is left behind. */
    public function settledUnasked(): self
    {
        return $this->withOpenLeftBehind()->withAccepted(static fn (): bool => true);
    }

    public function withOpenLeftBehind(): self
    {
        return new self(array_map(static fn (ColumnChoice $choice): ColumnChoice => $choice->state === ColumnState::Open ? new ColumnChoice($choice->header, ColumnState::LeftBehind, null, null, $choice->evidence) : $choice, $this->choices));
    }

    /** @param  callable(ColumnChoice, int): bool  $may whether the proposal for a column, given by its place, may be taken as it is */
    public function withAccepted(callable $may): self
    {
        return new self(array_map(static fn (ColumnChoice $choice, int $column): ColumnChoice => $choice->state === ColumnState::Look && $may($choice, $column) ? new ColumnChoice($choice->header, ColumnState::Sure, $choice->target, $choice->dateOrder, $choice->evidence) : $choice, $this->choices, array_keys($this->choices)));
    }

    /** @throws FieldTaken if another column feeds the field already */
    public function with(int $column, ColumnChoice $choice): self
    {
        foreach ($this->choices as $other => $taken) {
            if ($choice->target !== null && $other !== $column && $taken->target === $choice->target) {
                throw new FieldTaken($taken->header);
            }
        }
        $choices = $this->choices;
        $choices[$column] = $choice;

        return new self(array_values($choices));
    }

    /** Equal for two sources with the same headers, whatever their order, case and punctuation. */
    public function headersKey(): string
    {
        $headers = array_map(static fn (ColumnChoice $choice): string => Fold::solid($choice->header), $this->choices);
        sort($headers);

        return hash('xxh128', implode("\n", $headers));
    }

    /** This plan's choices for the columns of another source with the same headers; where a header is new, that source's own proposal. */
    public function appliedTo(self $other, string $name): self
    {
        $known = [];
        foreach ($this->choices as $choice) {
            $known[Fold::solid($choice->header)] = $choice;
        }

        $fed = array_column($this->choices, 'target', 'target');

        return new self(array_map(static function (ColumnChoice $own) use ($known, $name, $fed): ColumnChoice {
            $kept = $known[Fold::solid($own->header)] ?? null;
            if ($kept === null) {
                return isset($fed[$own->target ?? '']) ? new ColumnChoice($own->header, ColumnState::Open, null, null, "{$own->evidence} But the plan \"{$name}\" feeds that field from another column.") : $own;
            }

            return new ColumnChoice($own->header, $kept->state, $kept->target, $kept->dateOrder, "As in the plan \"{$name}\". {$own->evidence}");
        }, $other->choices));
    }

    /** @return array<string, int> field key to the column that feeds it */
    public function columns(): array
    {
        $columns = [];
        foreach ($this->choices as $column => $choice) {
            if ($choice->target !== null) {
                $columns[$choice->target] = $column;
            }
        }

        return $columns;
    }
}
