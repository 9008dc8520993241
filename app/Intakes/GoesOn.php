<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Intakes\Loading\LoadQueue;
use App\Intakes\Loading\NotReady;
use App\Intakes\Plans\SavedPlan;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\SuccessorPlan;

/** Takes an intake from one stage to the next where no person does: what is not certain stays held, and what nothing tells of is left behind. Where unsure rows are to be asked about, it waits for a person. */
final readonly class GoesOn
{
    public function __construct(private LoadQueue $queue) {}

    public function next(Intake $intake): void
    {
        $asked = $intake->goes_on;
        if ($asked === null || $intake->error !== null) {
            return;
        }
        if ($intake->state === IntakeState::Mapping) {
            self::settle($intake, $asked['plan'] === null ? null : SavedPlan::query()->find($asked['plan']));
            CarryOn::dispatch($intake->id);
        } elseif ($intake->state === IntakeState::Ready && $asked['load']) {
            $isAsked = $intake->settings->asksUnsure;
            if ($isAsked && DB::table('intake_results')->where('intake_id', $intake->id)->where('held_by', 'unsure')->exists()) {
                return;
            }
            try {
                // Both or none: what is cut off in between would never be loaded.
                DB::transaction(function () use ($intake): void {
                    $intake->fill(['loaded_by' => $intake->user_id, 'goes_on' => null])->save();
                    $this->queue->enter($intake);
                });
            } catch (NotReady) {
                $intake->fill(['goes_on' => $asked]);
                CarryOn::from($intake, IntakeState::Sifting);
            }
        }
    }

    /**
     * Settles the columns as they are proposed, or by a plan, and begins to work its rows out.
     *
     * @return list<string> headers of those that are left behind, since nothing tells what they are
     */
    public static function settle(Intake $intake, ?SavedPlan $plan): array
    {
        $own = $intake->columnPlan();
        $own = $plan === null ? $own : SuccessorPlan::of($plan->columnPlan(), $own, $intake->columnProfiles(), $plan->name)->plan;
        $left = array_filter($own->choices, static fn(ColumnChoice $choice): bool => $choice->state === ColumnState::Open);
        $intake->setColumnPlan($own->settledUnasked());
        $intake->plan_name = $plan?->name;
        $intake->begin(IntakeState::Sifting);

        return array_values(array_map(static fn(ColumnChoice $choice): string => $choice->header, $left));
    }
}
