<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** A condition of a rule: a field and what is to be found in it. */
final readonly class When
{
    public const IS = 'is';

    public const IS_NOT = 'is not';

    public const BLANK = 'is blank';

    public const FILLED = 'is filled';

    public const TESTS = [self::IS, self::IS_NOT, self::BLANK, self::FILLED];

    /**
     * @param  string  $field  key in the catalog
     * @param  string  $test  one of TESTS
     * @param  list<string>  $values  any of which is meant; for IS and IS_NOT
     */
    public function __construct(public string $field, public string $test, public array $values = []) {}

    public function holds(Facts $facts): bool
    {
        $found = $this->field === 'address.country' ? $facts->countries() : $facts->all($this->field);

        return match ($this->test) {
            self::BLANK => $found === [],
            self::FILLED => $found !== [],
            self::IS_NOT => !$this->anyIs($found),
            default => $this->anyIs($found),
        };
    }

    /** "country is US or CA" */
    public function phrase(FieldCatalog $catalog): string
    {
        $values =
            count($this->values) < 2
                ? implode('', $this->values)
                : implode(', ', array_slice($this->values, 0, -1)) . ' or ' . $this->values[count($this->values) - 1];

        return lcfirst($catalog->label($this->field)) .
            ' ' .
            $this->test .
            (in_array($this->test, [self::BLANK, self::FILLED], true) ? '' : " {$values}");
    }

    /** @return array{field: string, test: string, values: list<string>} */
    public function toArray(): array
    {
        return ['field' => $this->field, 'test' => $this->test, 'values' => $this->values];
    }

    /** @param  list<string>  $found */
    private function anyIs(array $found): bool
    {
        foreach ($found as $value) {
            if (in_array($value, $this->values, true)) {
                return true;
            }
        }
        $wanted = $found === [] ? [] : array_map(mb_strtolower(...), $this->values);
        foreach ($found as $value) {
            // Of a field that can have several, each stands on a line of its own.
            foreach (explode("\n", $value) as $one) {
                if (in_array(mb_strtolower($one), $wanted, true)) {
                    return true;
                }
            }
        }

        return false;
    }
}
