<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Records\Supporter;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;

/** Looks for supporters that may be one: among all, among some, or only to see what a rule set would find. */
final class FindDuplicates implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $timeout = 7200;

    public function __construct(private readonly int $search)
    {
        $this->onQueue('long');
    }

    public function handle(WholeSearch $whole, PartSearch $part, RuleLab $lab): void
    {
        $search = DuplicateSearch::query()->find($this->search);
        if ($search === null || !in_array($search->state, ['waiting', 'searching'], true)) {
            return;
        }
        // One that was broken off begins again; one that another worker is at is left to it.
        if ((int) DB::scalar("select get_lock('duplicates', 0)") !== 1) {
            $this->release(20);

            return;
        }
        try {
            $search->update(['state' => 'searching', 'done' => 0, 'compared' => 0, 'total' => Supporter::query()->count()]);
            $before = $search->isOfChanged() ? $search->before() : null;
            match (true) {
                $search->tried !== null => $lab->run($search),
                $before !== null, $search->isOfPart() => $part->run($search, $before),
                default => $whole->run($search),
            };
        } catch (\Throwable $error) {
            report($error);
            $search->update([
                'state' => 'failed',
                'error' => 'The search stopped: ' . mb_substr($error->getMessage(), 0, 300) . ' What was found before is still there.',
                'ended_at' => now(),
            ]);
        } finally {
            DB::scalar("select release_lock('duplicates')");
        }
    }
}
