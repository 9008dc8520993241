<?php

declare(strict_types=1);

namespace App\Connections;

use App\Accounts\Message;
use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Support\PlainWords;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Throwable;

/** Fetches in the queue what a connection has, and sets its intake on its way. Cut off, it begins anew: nothing is written before the end. */
final class RunPull implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $timeout = 3600;

    public function __construct(private readonly int $pull)
    {
        $this->onQueue('long');
    }

    public function handle(Pulling $pulling): void
    {
        $pull = Pull::query()->with('connection')->find($this->pull);
        if ($pull === null) {
            return;
        }
        try {
            // One that was fetched already was cut off behind that: its intake still has to be set on its way.
            $intake = match ($pull->state) {
                'fetching' => $pulling->pull($pull),
                'done' => Intake::query()->find($pull->intake_id),
                default => null,
            };
        } catch (Throwable $error) {
            $error instanceof CannotFetch ? null : report($error);
            self::failed($pull, PlainWords::of($error));

            return;
        }
        if ($intake === null || $intake->state !== IntakeState::Reading) {
            return;
        }
        // Columns that nobody has looked at yet wait for a person, as those of a file do.
        $plan = $pull->connection->refresh()->plan?->id;
        $intake->fill(['goes_on' => $plan === null ? null : ['plan' => $plan, 'load' => $pull->loads]])->save();
        CarryOn::dispatch($intake->id);
    }

    private static function failed(Pull $pull, string $says): void
    {
        $pull
            ->refresh()
            ->fill(['state' => 'failed', 'error' => mb_substr($says, 0, 500), 'ended_at' => now()])
            ->save();
        $isFirst = $pull->connection->failures === 0;
        $pull->connection->failed($says);
        if ($isFirst) {
            Message::to($pull->user_id, 'stopped', "\"{$pull->connection->name}\" could not be pulled. {$says} It keeps its place.");
        }
    }
}
