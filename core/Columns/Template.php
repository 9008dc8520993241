<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\UnknownField;

/** The columns of a sheet that someone is to fill in. Their headers are labels of the catalog, so that the sheet maps itself when it comes back. */
final readonly class Template
{
    /** Of repeated things, at most: more columns than that nobody fills in. */
    public const MOST = 12;

    /** @param  list<Field>  $columns with the keys and labels of exactly those columns */
    private function __construct(public array $columns) {}

    /**
     * @param  list<string>  $keys  of the catalog
     * @param  array<string, int>  $repeats  "email", "phone", "address", "gift", "child" to how often it is there
     *
     * @throws UnknownField
     */
    public static function of(FieldCatalog $catalog, array $keys, array $repeats): self
    {
        $columns = [];
        $done = [];
        foreach ($keys as $key) {
            $target = $catalog->has($key) ? Target::tryParse($key) : null;
            if ($target === null) {
                throw new UnknownField($key);
            }
            $set = $target->party === 'child' ? 'child' : explode('.', $target->field)[0];
            if (isset($done[$set])) {
                continue;
            }
            $times = max(1, min(self::MOST, $repeats[$set] ?? 1));
            if ($times === 1) {
                $columns[] = $catalog->field($key);

                continue;
            }
            // Of what is there several times, all of the first come before the second.
            $done[$set] = true;
            $same = array_filter($keys, static fn(string $other): bool => self::setOf($other) === $set);
            for ($number = 1; $number <= $times; $number++) {
                foreach ($same as $other) {
                    $one = Target::tryParse($other) ?? throw new UnknownField($other);
                    $columns[] = $catalog->field(
                        ($set === 'child' ? $one->with(partyNumber: $number) : $one->with(number: $number))->key(),
                    );
                }
            }
        }

        return new self($columns);
    }

    /**
     * Whether a row can't come in without it: a name, of a gift its date and amount, and what the organization always requires.
     *
     * @param  list<RequiredRule>  $rules
     */
    public static function isRequired(Field $field, array $rules): bool
    {
        $base = Target::tryParse($field->key)?->field;
        foreach ($rules as $rule) {
            if ($rule->field === $base && $rule->strength === Strength::Must && $rule->conditions === []) {
                return true;
            }
        }

        return in_array($base, ['name.last', 'name.full', 'organization.name', 'gift.date', 'gift.amount'], true);
    }

    private static function setOf(string $key): string
    {
        $target = Target::tryParse($key) ?? throw new UnknownField($key);

        return $target->party === 'child' ? 'child' : ($target->party === '' ? explode('.', $target->field)[0] : $target->party);
    }
}
