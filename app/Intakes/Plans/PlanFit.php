<?php

declare(strict_types=1);

namespace App\Intakes\Plans;

use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Text\Fold;

/** Finds the saved plan that fits a file best. */
final readonly class PlanFit
{
    /** Part of the headers of both that must be the same, so that a plan is offered. */
    private const LEAST = 0.6;

    /** @return ?string name of the plan; null if none fits */
    public function best(ColumnPlan $plan): ?string
    {
        $headers = self::headers($plan);
        [$best, $most] = [null, self::LEAST];
        foreach (SavedPlan::query()->latest('updated_at')->limit(200)->get() as $saved) {
            $theirs = self::headers($saved->columnPlan());
            $common = count(array_intersect_key($headers, $theirs));
            $fit = $common / max(1, count($headers + $theirs));
            if ($fit > $most || ($best === null && $fit === $most)) {
                [$best, $most] = [$saved->name, $fit];
            }
        }

        return $best;
    }

    /** @return array<string, true> */
    private static function headers(ColumnPlan $plan): array
    {
        return array_fill_keys(array_map(Fold::solid(...), $plan->headers()), true);
    }
}
