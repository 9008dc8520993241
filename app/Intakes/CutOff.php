<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Intakes\Loading\LoadQueue;

/**
 * A worker may be killed between the end of one job and the beginning of the next: then nothing in the queue is left to go on with. Such intakes
 * are taken up again. Two workers on one intake do no harm: the second one stops.
 */
final readonly class CutOff
{
    /** Minutes without any progress after which nobody works on it any more. */
    private const PATIENCE = 10;

    public function __construct(private LoadQueue $queue) {}

    /** @return int how many go on */
    public function takeUp(): int
    {
        $still = Intake::query()
            ->where('updated_at', '<', now()->subMinutes(self::PATIENCE))
            ->whereNull('error')
            ->where('in_foreground', false)
            ->where(
                static fn($query) => $query
                    ->whereIn('state', array_filter(IntakeState::cases(), static fn(IntakeState $state): bool => $state->isWorking()))
                    ->orWhere(
                        static fn($open) => $open->whereIn('state', [IntakeState::Mapping, IntakeState::Ready])->whereNotNull('goes_on'),
                    ),
            )
            ->pluck('id');
        foreach ($still as $id) {
            CarryOn::dispatch((int) $id);
        }
        $this->queue->next();

        return $still->count();
    }
}
