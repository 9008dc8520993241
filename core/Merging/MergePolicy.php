<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

use PineSieve\Core\Standards\BaseFields;
use PineSieve\Core\Standards\FieldNature;
use PineSieve\Core\Standards\FieldPlace;

/** Who survives a merge, and whose values the fields of the merged record get. */
final readonly class MergePolicy
{
    /**
     * @param  array<string, FieldRule>  $fields  column of columns(), or key of a custom field, to a rule other than the usual one
     * @param  string  $separator  between values that are joined
     */
    public function __construct(
        public SurvivorRule $survivor = SurvivorRule::BestRecord,
        public FieldRule $usual = FieldRule::FirstFilled,
        public array $fields = [],
        public string $separator = '; ',
    ) {}

    /** @return list<string> columns of the supporter that a policy speaks of. Consents, status and the first date follow rules of their own */
    public static function columns(): array
    {
        return array_values(FieldPlace::ofSupporter(static fn(FieldNature $nature): bool => $nature->merges));
    }

    /** Whether a field of the merged record follows a rule of a policy. */
    public static function speaksOf(string $column): bool
    {
        return in_array($column, self::columns(), true) || str_starts_with($column, 'custom.');
    }

    public function of(string $column): FieldRule
    {
        // Notes of two are the notes of one.
        $isJoined = BaseFields::all()[FieldPlace::field('supporter', $column) ?? '']->nature->isJoined ?? false;

        return $this->fields[$column] ?? ($isJoined ? FieldRule::Joined : $this->usual);
    }

    /**
     * @param  array<mixed>  $data  as toArray() gives it; what is missing is as usual
     *
     * @throws BadPolicy
     */
    public static function fromArray(array $data): self
    {
        $rule = static fn(mixed $value): FieldRule => FieldRule::tryFrom(is_string($value) ? $value : '') ??
            throw new BadPolicy(
                'A field of the merged record follows one of: ' . implode(', ', array_column(FieldRule::cases(), 'value')) . '.',
            );
        $fields = [];
        foreach (is_array($data['fields'] ?? null) ? $data['fields'] : [] as $column => $value) {
            if (!self::speaksOf((string) $column)) {
                throw new BadPolicy("There is no field \"{$column}\" that a merge policy could speak of.");
            }
            $fields[(string) $column] = $rule($value);
        }
        $survivor =
            SurvivorRule::tryFrom(is_string($data['survivor'] ?? null) ? $data['survivor'] : SurvivorRule::BestRecord->value) ??
            throw new BadPolicy('Who survives is one of: ' . implode(', ', array_column(SurvivorRule::cases(), 'value')) . '.');
        $separator = $data['separator'] ?? '; ';
        if (!is_string($separator) || mb_strlen($separator) > 10) {
            throw new BadPolicy('The separator is a text of at most ten characters.');
        }

        return new self($survivor, $rule($data['usual'] ?? FieldRule::FirstFilled->value), $fields, $separator);
    }

    /** @return array{survivor: value-of<SurvivorRule>, usual: value-of<FieldRule>, fields: array<string, value-of<FieldRule>>, separator: string} */
    public function toArray(): array
    {
        return [
            'survivor' => $this->survivor->value,
            'usual' => $this->usual->value,
            'fields' => array_map(static fn(FieldRule $rule): string => $rule->value, $this->fields),
            'separator' => $this->separator,
        ];
    }
}
