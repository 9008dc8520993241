<?php

declare(strict_types=1);

namespace App\Merging;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;

/** Decides the clusters of a round, or takes them back, each in a transaction of its own, and hands over to the next job after a while. */
final class DecideRound implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    private const SECONDS = 2.0;

    public function __construct(private readonly int $round) {}

    public function handle(PairGroups $groups): void
    {
        $round = DuplicateRound::query()->find($this->round);
        $hasMore = match ($round?->state) {
            DuplicateRound::WORKING => $groups->decide($round, self::SECONDS),
            DuplicateRound::TAKING_BACK => $groups->takeBack($round, self::SECONDS),
            default => false,
        };
        if ($hasMore) {
            self::dispatch($this->round);
        }
    }

    /** What broke off can be taken back, or decided anew, and keeps nobody from deciding others. */
    public function failed(): void
    {
        DuplicateRound::query()
            ->whereKey($this->round)
            ->whereIn('state', [DuplicateRound::WORKING, DuplicateRound::TAKING_BACK])
            ->update(['state' => DuplicateRound::DONE]);
    }
}
