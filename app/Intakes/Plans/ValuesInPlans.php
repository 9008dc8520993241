<?php

declare(strict_types=1);

namespace App\Intakes\Plans;

use App\Standards\NamesValues;
use PineSieve\Core\Standards\Target;

/** Values that saved plans name, as constants and in tables of values. */
final readonly class ValuesInPlans implements NamesValues
{
    public function rename(string $field, string $from, string $to): int
    {
        $count = 0;
        foreach (SavedPlan::query()->get() as $saved) {
            $plan = $saved->plan;
            $isOf = static fn(string $target): bool => Target::tryParse($target)?->field === $field;
            foreach ($plan['constants'] ?? [] as $i => $constant) {
                if ($isOf($constant['target']) && $constant['value'] === $from) {
                    $plan['constants'][$i]['value'] = $to;
                }
            }
            foreach ($plan['columns'] as $i => $column) {
                if (array_filter($column['feeds'] ?? [], static fn(array $feed): bool => $isOf($feed['target'])) !== []) {
                    $plan['columns'][$i]['steps'] = array_map(
                        static fn(array $step): array => ($step['do'] ?? '') === 'table'
                            ? [
                                ...$step,
                                'values' => array_map(
                                    static fn(string $value): string => $value === $from ? $to : $value,
                                    (array) ($step['values'] ?? []),
                                ),
                            ]
                            : $step,
                        $column['steps'] ?? [],
                    );
                }
            }
            if ($plan !== $saved->plan) {
                $saved->fill(['plan' => $plan])->save();
                $count++;
            }
        }

        return $count;
    }
}
