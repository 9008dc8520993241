<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Intakes\Loading\LoadQueue;
use App\Support\PlainWords;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Throwable;

/**
 * Works on an intake for a slice of time and hands over to the next job. A worker that is killed leaves its job
 * reserved; the queue gives it to another one soon, which goes on at the step that was not finished.
 */
final class CarryOn implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    public int $tries = 0;

    public int $maxExceptions = 3;

    public int $timeout = 3600;

    public function __construct(public readonly int $intakeId) {}

    /** Enters a state in which the queue works and queues the work. */
    public static function from(Intake $intake, IntakeState $state): void
    {
        $intake->begin($state);
        self::dispatch($intake->id);
    }

    public function handle(Runner $runner, Heartbeat $heartbeat, GoesOn $goesOn): void
    {
        $intake = Intake::query()->find($this->intakeId);
        if ($intake === null) {
            return;
        }
        $heartbeat->working($this->job);
        if ($intake->state->isWorking() && $runner->run($intake, (float) config('sieve.slice_seconds'))) {
            self::dispatch($this->intakeId);
        } else {
            // Also where a worker was killed right behind the last step: the next one finds it done, and goes on.
            $goesOn->next($intake);
        }
    }

    public function failed(Throwable $error): void
    {
        report($error);
        Intake::query()
            ->whereKey($this->intakeId)
            ->update(['error' => PlainWords::of($error) . ' Nothing is half done.', 'ended_at' => now()]);
        $intake = Intake::query()->find($this->intakeId);
        if ($intake !== null) {
            app(Messages::class)->stopped($intake);
        }
        app(LoadQueue::class)->next();
    }
}
