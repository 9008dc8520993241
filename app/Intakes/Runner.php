<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use App\Models\IntakeState;
use App\RestorePoints\RestorePoints;

/** Carries an intake on with whatever its state asks for. */
final readonly class Runner
{
    public function __construct(
        private Staging $staging,
        private Sifting $sifting,
        private Loading $loading,
        private Undoing $undoing,
        private Heartbeat $heartbeat,
        private RestorePoints $points,
    ) {
    }

    /**
     * @param  ?float  $seconds  after which to stop between two steps; null to go on to the end
     * @return bool whether there is more to do
     */
    public function run(Intake $intake, ?float $seconds = null): bool
    {
        $until = $seconds === null ? INF : microtime(true) + $seconds;
        $state = $intake->state;
        try {
            if ($state === IntakeState::Loading && $intake->restore_point === RestorePoints::WANTED) {
                $intake->fill(['restore_point' => $this->points->take("before \"{$intake->name}\" was loaded", $intake->loader?->name)->name])->save();
            }
            while (($work = $this->work($intake)) !== null && $intake->state === $state) {
                $this->heartbeat->beat();
                if ($work->step($intake) && microtime(true) > $until) {
                    return true;
                }
            }
        } catch (AnotherWorker) {
            return false;
        }

        return false;
    }

    private function work(Intake $intake): ?Work
    {
        return match ($intake->state) {
            IntakeState::Reading => $this->staging,
            IntakeState::Sifting => $this->sifting,
            IntakeState::Loading => $this->loading,
            IntakeState::Undoing => $this->undoing,
            default => null,
        };
    }
}
