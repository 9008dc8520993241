<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Installation\RestorePoints;
use App\Intakes\Loading\Loading;
use App\Intakes\Loading\Undoing;
use App\Intakes\Sifting\Sifting;
use App\Intakes\Sources\Staging;
use App\Standards\StandardsStore;
use App\Standards\StandardsVersion;
use Illuminate\Contracts\Container\Container;

/** Carries an intake on with whatever its state asks for. */
final class Runner
{
    /** @var array<class-string<LongWork>, LongWork> */
    private array $works = [];

    public function __construct(
        private readonly Container $container,
        private readonly Heartbeat $heartbeat,
        private readonly RestorePoints $points,
    ) {}

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
                $intake
                    ->fill(['restore_point' => $this->points->take("before \"{$intake->name}\" was loaded", $intake->loader?->name)->name])
                    ->save();
            }
            while (($work = $this->work($intake)) !== null && $intake->state === $state) {
                $this->heartbeat->beat();
                if ($intake->in_foreground) {
                    $intake->sign();
                }
                if ($work->step($intake) && microtime(true) > $until) {
                    return true;
                }
            }
        } catch (AnotherWorker) {
            return false;
        }

        return false;
    }

    /** Whoever does the work reads the standards once; where they have changed since, another one begins. */
    private function work(Intake $intake): ?LongWork
    {
        $work = match ($intake->state) {
            IntakeState::Reading => Staging::class,
            IntakeState::Sifting => Sifting::class,
            IntakeState::Loading => Loading::class,
            IntakeState::Undoing => Undoing::class,
            default => null,
        };
        if ($work === null) {
            return null;
        }
        if (!$this->container->make(StandardsVersion::class)->isCurrent()) {
            StandardsStore::forget();
            $this->works = [];
        }

        return $this->works[$work] ??= $this->container->make($work);
    }
}
