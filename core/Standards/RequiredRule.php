<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Data that an organization requires: a field, of which records, how strictly, and when. */
final readonly class RequiredRule
{
    private bool $looksAtAddresses;

    private bool $looksAtParts;

    /**
     * @param  int  $id  0 for one that is not kept yet
     * @param  string  $field  key in the catalog, of no party and of no kind
     * @param  list<When>  $conditions  all of which must hold
     */
    public function __construct(
        public int $id,
        public RuleSubject $subject,
        public string $field,
        public Strength $strength = Strength::Must,
        public array $conditions = [],
    ) {
        $fields = [$field, ...array_map(static fn(When $when): string => $when->field, $conditions)];
        $this->looksAtAddresses = array_filter($fields, static fn(string $one): bool => str_starts_with($one, 'address.')) !== [];
        $this->looksAtParts = array_intersect($fields, Target::OF_PART) !== [];
    }

    public function isBroken(Facts $facts): bool
    {
        if (!$this->subject->covers($facts)) {
            return false;
        }
        // "Postal code, if the country is US" speaks of one address at a time, "fund, if the appeal is Spring" of one part of a gift.
        foreach ($this->looksAtParts ? $facts->byPart() : [$facts] as $part) {
            foreach ($this->looksAtAddresses ? $part->byAddress() : [$part] as $scope) {
                if ($scope->all($this->field) === [] && $this->applies($scope)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** The problem of a record that breaks it. */
    public function problem(FieldCatalog $catalog): Problem
    {
        $must = $this->strength === Strength::Must;

        return new Problem(
            $this->field . ($must ? '.required' : '.wanted'),
            $this->field,
            null,
            '',
            $this->sentence($catalog),
            $must ? 'Write it, or set a default for the field' : 'Write it if you can',
            $must,
        );
    }

    /** "Postal code is required where country is US or CA" */
    public function sentence(FieldCatalog $catalog): string
    {
        return "{$catalog->label($this->field)} is " .
            ($this->strength === Strength::Must ? 'required' : 'wanted') .
            $this->where($catalog);
    }

    /** What it asks for, and where: "Email where groups is Board". */
    public function what(FieldCatalog $catalog): string
    {
        return $catalog->label($this->field) . $this->where($catalog);
    }

    private function where(FieldCatalog $catalog): string
    {
        $where = implode(' and ', array_map(static fn(When $when): string => $when->phrase($catalog), $this->conditions));

        return $where === '' ? '' : " where {$where}";
    }

    /** @return array{subject: value-of<RuleSubject>, field: string, strength: value-of<Strength>, conditions: list<array{field: string, test: string, values: list<string>}>} */
    public function toArray(): array
    {
        return [
            'subject' => $this->subject->value,
            'field' => $this->field,
            'strength' => $this->strength->value,
            'conditions' => array_map(static fn(When $when): array => $when->toArray(), $this->conditions),
        ];
    }

    private function applies(Facts $facts): bool
    {
        foreach ($this->conditions as $condition) {
            if (!$condition->holds($facts)) {
                return false;
            }
        }

        return true;
    }
}
