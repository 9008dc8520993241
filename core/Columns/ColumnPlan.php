<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;

/**
 * How the columns of a source become fields, and which of its rows come in.
 *
 * @phpstan-import-type ChoiceData from ColumnChoice
 *
 * @phpstan-type PlanData array{
 *     columns: list<ChoiceData>, constants?: list<array{target: string, value: string, only_blank?: bool}>,
 *     link_organizations?: bool, rows?: array<string, mixed>,
 * }
 */
final readonly class ColumnPlan
{
    /**
     * @param  list<ColumnChoice>  $choices  one a column, in the order of the source
     * @param  list<Constant>  $constants
     * @param  bool  $linkOrganizations  whether a person's organization becomes a supporter of its own with a link, or stays a text
     */
    public function __construct(
        public array $choices,
        public array $constants = [],
        public bool $linkOrganizations = false,
        public RowRules $rows = new RowRules(),
    ) {}

    public function isSettled(): bool
    {
        foreach ($this->choices as $choice) {
            if (!$choice->state->isSettled()) {
                return false;
            }
        }

        return true;
    }

    /** Nobody is there to ask: proposals are taken, and what has none is left behind. */
    public function settledUnasked(): self
    {
        return $this->withOpenLeftBehind()->withAccepted(static fn(): bool => true);
    }

    public function withOpenLeftBehind(): self
    {
        return $this->withChoices(
            array_map(
                static fn(ColumnChoice $choice): ColumnChoice => $choice->state === ColumnState::Open
                    ? $choice->becoming(ColumnState::LeftBehind, [], $choice->evidence)
                    : $choice,
                $this->choices,
            ),
        );
    }

    /** @param  callable(ColumnChoice, int): bool  $may whether the proposal for a column, given by its place, may be taken as it is */
    public function withAccepted(callable $may): self
    {
        return $this->withChoices(
            array_map(
                static fn(ColumnChoice $choice, int $column): ColumnChoice => $choice->state === ColumnState::Look && $may($choice, $column)
                    ? $choice->becoming(ColumnState::Sure, $choice->feeds, $choice->evidence)
                    : $choice,
                $this->choices,
                array_keys($this->choices),
            ),
        );
    }

    /** @throws FieldTaken if another column feeds one of the fields already, and the field can't have several values */
    public function with(int $column, ColumnChoice $choice, FieldCatalog $catalog): self
    {
        foreach ($this->choices as $other => $taken) {
            foreach ($other === $column ? [] : $taken->feeds as $feed) {
                foreach ($choice->feeds as $own) {
                    if ($own->target === $feed->target && !self::isShared($catalog, $own)) {
                        throw new FieldTaken($taken->header);
                    }
                }
            }
        }
        $choices = $this->choices;
        $choices[$column] = $choice;

        return $this->withChoices(array_values($choices));
    }

    /** Texts that several columns may say, a line each. */
    public const JOINED = ['notes', 'gift.notes', 'gift.tell', 'promise.notes'];

    /** Whether several columns may feed the field: those of a list, of a group or system that each names itself, of a consent that any may refuse, of notes and the like. */
    public static function isShared(FieldCatalog $catalog, Feed $feed): bool
    {
        $field = $catalog->field($feed->target);

        return $field->named || $field->type->isList() || $field->type === FieldType::Consent || in_array($field->key, self::JOINED, true);
    }

    /** @param  list<ColumnChoice>  $choices */
    public function withChoices(array $choices): self
    {
        return new self($choices, $this->constants, $this->linkOrganizations, $this->rows);
    }

    /** @param  list<Constant>  $constants */
    public function withConstants(array $constants): self
    {
        return new self($this->choices, $constants, $this->linkOrganizations, $this->rows);
    }

    public function withLinkedOrganizations(bool $link): self
    {
        return new self($this->choices, $this->constants, $link, $this->rows);
    }

    public function withRows(RowRules $rows): self
    {
        return new self($this->choices, $this->constants, $this->linkOrganizations, $rows);
    }

    /** @return list<string> */
    public function headers(): array
    {
        return array_column($this->choices, 'header');
    }

    /** @return array<string, int> target to the column that feeds it; to the first if there are several */
    public function columns(): array
    {
        $columns = [];
        foreach ($this->choices as $column => $choice) {
            foreach ($choice->feeds as $feed) {
                $columns[$feed->target] ??= $column;
            }
        }

        return $columns;
    }

    /** @return PlanData */
    public function toArray(): array
    {
        return [
            'columns' => array_map(static fn(ColumnChoice $choice): array => $choice->toArray(), $this->choices),
            'constants' => array_map(static fn(Constant $constant): array => $constant->toArray(), $this->constants),
            'link_organizations' => $this->linkOrganizations,
            'rows' => $this->rows->toArray(),
        ];
    }

    /** @param  PlanData  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            array_map(ColumnChoice::fromArray(...), $data['columns']),
            array_map(Constant::fromArray(...), $data['constants'] ?? []),
            $data['link_organizations'] ?? false,
            RowRules::fromArray($data['rows'] ?? []),
        );
    }
}
