<?php

declare(strict_types=1);

namespace App\Standards;

use PineSieve\Core\Standards\BaseFields;

/** Values that are named in defaults and rules. */
final class ValueNames implements NamesValues
{
    public function rename(string $field, string $from, string $to): int
    {
        return $this->defaults($field, $from, $to) + $this->rules($field, $from, $to);
    }

    private function defaults(string $field, string $from, string $to): int
    {
        $setting = FieldSetting::query()->find($field);
        $defaults = $setting->settings['defaults'] ?? [];
        $changed = array_map(static fn(string $value): string => self::inLines($value, $from, $to), $defaults);
        if ($setting === null || $changed === $defaults) {
            return 0;
        }
        $setting->settings = [...$setting->settings, 'defaults' => $changed];
        $setting->save();

        return 1;
    }

    private function rules(string $field, string $from, string $to): int
    {
        $count = 0;
        foreach (Rule::query()->get() as $rule) {
            $conditions = array_map(
                static fn(array $when): array => self::isOf($when['field'], $field)
                    ? [
                        ...$when,
                        'values' => array_map(static fn(string $value): string => self::inLines($value, $from, $to), $when['values']),
                    ]
                    : $when,
                $rule->conditions,
            );
            if ($conditions !== $rule->conditions) {
                $rule->fill(['conditions' => $conditions])->save();
                $count++;
            }
        }

        return $count;
    }

    /** Whether a field has the values of another: a promise is for what gifts are for. */
    private static function isOf(string $field, string $listed): bool
    {
        return $field === $listed || (BaseFields::all()[$field]->nature->listOf ?? '') === $listed;
    }

    private static function inLines(string $value, string $from, string $to): string
    {
        return implode(
            "\n",
            array_unique(array_map(static fn(string $line): string => $line === $from ? $to : $line, explode("\n", $value))),
        );
    }
}
