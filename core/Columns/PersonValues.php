<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Names\NameRemarks;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\TwoPeople;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Standards\Target;

/** The values that a row has for one of the supporters it tells of, or for one thing of that supporter. */
final readonly class PersonValues
{
    /** @var array<string, non-empty-list<FedValue>> by field of the catalog */
    private array $byField;

    /** @param  list<FedValue>  $values */
    public function __construct(private array $values = [])
    {
        $byField = [];
        foreach ($values as $value) {
            $byField[$value->target->field][] = $value;
        }
        $this->byField = $byField;
    }

    /**
     * @param  list<FedValue>  $values
     * @return array<string, self> by person, as Target::person() writes it
     */
    public static function grouped(array $values): array
    {
        $groups = [];
        foreach ($values as $value) {
            $groups[$value->target->party === '' ? '' : $value->target->person()][] = $value;
        }

        return array_map(static fn(array $group): self => new self($group), $groups);
    }

    public function with(string $field, string $value): self
    {
        return new self([
            ...$this->values,
            new FedValue(Target::tryParse($field) ?? throw new \LogicException('A field has a target.'), $value),
        ]);
    }

    public function and(self $other): self
    {
        return new self([...$this->values, ...$other->values]);
    }

    /** @return list<FedValue> */
    public function values(): array
    {
        return $this->values;
    }

    public function namesSomeone(): bool
    {
        foreach (array_keys($this->byField) as $field) {
            if ($field === 'organization.name' || str_starts_with($field, 'name.')) {
                return true;
            }
        }

        return false;
    }

    public function without(string $field): self
    {
        return new self(array_values(array_filter($this->values, static fn(FedValue $value): bool => $value->target->field !== $field)));
    }

    /** What stands beside a name in its cell goes where it belongs: a nickname, a death, a note. */
    public function withoutRemarks(): self
    {
        $values = $this;
        foreach (['organization.name', 'name.full'] as $field) {
            $written = $this->first($field);
            $read = $field === 'organization.name' || WrittenName::isOrganization($written) ? NameRemarks::ofOrganization($written) : null;
            if ($read !== null && $read->name !== $written) {
                $values = $values->instead($field, $read->name)->noting("With the name: {$read->remark}");
            }
        }
        foreach ($this->first('kind') === SupporterKind::Organization->value ? [] : ['name.full', 'name.first', 'name.last'] as $field) {
            $written = $this->first($field);
            // Behind a last name stands what does behind a whole one: "Lee, Treasurer".
            $read = $field === 'name.last' && $written !== '' ? NameRemarks::of("X {$written}") : NameRemarks::of($written);
            $name = $field === 'name.last' ? (string) preg_replace('/^X ?/', '', $read->name) : $read->name;
            // Of two in a cell, nobody knows of which of them it is told.
            if (
                $name === $written ||
                ($field === 'name.full' && (WrittenName::isOrganization($written) || TwoPeople::areIn($read->name)))
            ) {
                continue;
            }
            $values = $name === '' ? $values->without($field) : $values->instead($field, $name);
            if ($read->nickname !== '' && $values->first('name.nickname') === '') {
                $values = $values->with('name.nickname', $read->nickname);
            }
            if ($read->isDeceased && $values->first('status') === '') {
                $values = $values->with('status', 'deceased');
            }
            $beside = implode(
                '; ',
                array_filter(
                    [
                        $read->remark,
                        $read->isDeceased && $values->first('status') !== 'deceased' ? 'deceased' : '',
                        $read->nickname !== $values->first('name.nickname') ? $read->nickname : '',
                    ],
                    static fn(string $part): bool => $part !== '',
                ),
            );
            $values = $beside === '' ? $values : $values->noting("With the name: {$beside}");
        }

        return $values;
    }

    /** With a line behind its notes. */
    public function noting(string $line): self
    {
        return $this->instead('notes', implode("\n", [...$this->all('notes'), $line]));
    }

    /** A value in place of all that a field has. */
    private function instead(string $field, string $value): self
    {
        return $this->without($field)->with($field, $value);
    }

    /** The first value of a field, whatever its kind and number; '' if there is none. */
    public function first(string $field): string
    {
        return isset($this->byField[$field]) ? $this->byField[$field][0]->value : '';
    }

    /** @return string what the row says first, or all of it, a line each, where several columns may say it */
    public function text(string $field): string
    {
        return in_array($field, ColumnPlan::JOINED, true) ? implode("\n", $this->all($field)) : $this->first($field);
    }

    /** @return list<string> */
    public function all(string $field): array
    {
        return isset($this->byField[$field]) ? array_column($this->of($field), 'value') : [];
    }

    /** @return list<FedValue> in the order of their numbers */
    public function of(string $field): array
    {
        $found = $this->byField[$field] ?? [];
        if (count($found) < 2) {
            return $found;
        }
        usort(
            $found,
            static fn(FedValue $a, FedValue $b): int => [$a->target->kind !== '', $a->target->number] <=> [
                $b->target->kind !== '',
                $b->target->number,
            ],
        );

        return $found;
    }

    /** @return list<string> fields that have a value */
    public function fields(): array
    {
        return array_keys($this->byField);
    }

    /**
     * The things of one sort: each address, each gift.
     *
     * @return list<self> those without a kind first, then by number
     */
    public function things(string $sort): array
    {
        $things = [];
        foreach ($this->byField as $field => $values) {
            foreach (str_starts_with($field, $sort) ? $values : [] as $value) {
                $things[sprintf('%s|%02d', $value->target->kind, $value->target->number)][] = $value;
            }
        }
        ksort($things);

        return array_values(array_map(static fn(array $values): self => new self($values), $things));
    }

    /** Of one thing: the target of another of its fields. */
    public function target(string $field): string
    {
        return ($this->values[0] ?? throw new \LogicException('Nothing is known of this thing.'))->target
            ->with(field: $field, part: 1)
            ->key();
    }

    /** Of one thing: which one of several it is, from 1. */
    public function number(): int
    {
        return ($this->values[0] ?? throw new \LogicException('Nothing is known of this thing.'))->target->number;
    }

    /** @return list<int> of one gift: numbers of the parts of which something is written, from 1 */
    public function parts(): array
    {
        $parts = array_unique(array_map(static fn(FedValue $value): int => $value->target->part, $this->values));
        sort($parts);

        return $parts;
    }

    /** Of one gift: what is written of one of its parts; of the first, all that the gift has as a whole as well. */
    public function ofPart(int $part): self
    {
        $own = array_values(array_filter($this->values, static fn(FedValue $value): bool => $value->target->part === $part));

        return count($own) === count($this->values) ? $this : new self($own);
    }

    /** @return list<FedValue> what the row itself says, and not only the plan */
    public function written(): array
    {
        return array_values(array_filter($this->values, static fn(FedValue $value): bool => !$value->isConstant));
    }

    /**
     * Those of one sort of which the row says that they reach nobody. A column that says of which kind or number it is, is of that one; another
     * of the first.
     *
     * @param  string  ...$fields  that hold them; the first that has a value counts
     * @return array<string, true> keys of their targets
     */
    public function dead(string ...$fields): array
    {
        $sort = explode('.', $fields[0])[0];
        $there = [];
        foreach ($fields as $field) {
            foreach ($this->of($field) as $value) {
                $there[$value->target->with(field: $sort)->key()][] = $value->target->key();
            }
        }
        $dead = [];
        foreach ($this->of("{$sort}.undeliverable") as $said) {
            $key = $said->target->with(field: $sort)->key();
            $of = $there[$key] ?? ($said->target->kind === '' && $said->target->number === 1 ? reset($there) : false);
            $dead += $said->value === 'yes' && $of !== false ? array_fill_keys($of, true) : [];
        }

        return $dead;
    }

    /** @param  array<string, true>  $keys  of targets */
    public function isAmong(array $keys): bool
    {
        foreach ($this->values as $value) {
            if (isset($keys[$value->target->key()])) {
                return true;
            }
        }

        return false;
    }

    /** Of one thing: its kind, such as "work". */
    public function kind(): string
    {
        return ($this->values[0] ?? throw new \LogicException('Nothing is known of this thing.'))->target->kind;
    }

    public function isConstant(string $field): bool
    {
        foreach ($this->byField[$field] ?? [] as $value) {
            if (!$value->isConstant) {
                return false;
            }
        }

        return true;
    }

    /** Whether the row itself, and not only the plan, says anything that makes someone of it: a role, a status and a consent are of nobody. */
    public function saysSomething(): bool
    {
        foreach ($this->values as $value) {
            $field = $value->target->field;
            if (!$value->isConstant && $field !== 'role' && $field !== 'status' && !str_starts_with($field, 'consent.')) {
                return true;
            }
        }

        return false;
    }
}
