<?php

declare(strict_types=1);

namespace App\Standards;

use App\Intakes\Plans\SavedPlan;
use App\Supporters\SavedSearch;
use PineSieve\Core\Standards\Target;

/** Where the value of a list is named outside of records: in defaults, rules, saved plans and searches. They follow when it becomes another. */
final class ValueNames
{
    /** @return int places that were changed */
    public function change(string $field, string $from, string $to): int
    {
        return $this->defaults($field, $from, $to) + $this->rules($field, $from, $to) + $this->plans($field, $from, $to) + $this->searches($field, $from, $to);
    }

    private function defaults(string $field, string $from, string $to): int
    {
        $setting = FieldSetting::query()->find($field);
        $defaults = $setting->settings['defaults'] ?? [];
        $changed = array_map(static fn (string $value): string => self::inLines($value, $from, $to), $defaults);
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
            $conditions = array_map(static fn (array $when): array => ($when['field'] ?? '') === $field ? [...$when, 'values' => array_map(static fn (string $value): string => self::inLines($value, $from, $to), $when['values'] ?? [])] : $when, $rule->conditions);
            if ($conditions !== $rule->conditions) {
                $rule->fill(['conditions' => $conditions])->save();
                $count++;
            }
        }

        return $count;
    }

    private function plans(string $field, string $from, string $to): int
    {
        $count = 0;
        foreach (SavedPlan::query()->get() as $saved) {
            $plan = $saved->plan;
            $isOf = static fn (string $target): bool => Target::tryParse($target)?->field === $field;
            foreach ($plan['constants'] ?? [] as $i => $constant) {
                if ($isOf($constant['target']) && $constant['value'] === $from) {
                    $plan['constants'][$i]['value'] = $to;
                }
            }
            foreach ($plan['columns'] ?? [] as $i => $column) {
                if (array_filter($column['feeds'] ?? [], static fn (array $feed): bool => $isOf($feed['target'])) !== []) {
                    $plan['columns'][$i]['steps'] = array_map(static fn (array $step): array => ($step['do'] ?? '') === 'table' ? [...$step, 'values' => array_map(static fn (string $value): string => $value === $from ? $to : $value, (array) ($step['values'] ?? []))] : $step, $column['steps'] ?? []);
                }
            }
            if ($plan !== $saved->plan) {
                $saved->fill(['plan' => $plan])->save();
                $count++;
            }
        }

        return $count;
    }

    private function searches(string $field, string $from, string $to): int
    {
        $key = ['groups' => 'group', 'tags' => 'tag'][$field] ?? null;
        $count = 0;
        foreach ($key === null ? [] : SavedSearch::query()->get() as $search) {
            if (($search->query[$key] ?? null) === $from) {
                $search->fill(['query' => [...$search->query, $key => $to]])->save();
                $count++;
            }
        }

        return $count;
    }

    private static function inLines(string $value, string $from, string $to): string
    {
        return implode("\n", array_unique(array_map(static fn (string $line): string => $line === $from ? $to : $line, explode("\n", $value))));
    }
}
