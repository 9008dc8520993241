<?php

declare(strict_types=1);

namespace App\Merging;

use App\Accounts\User;
use App\Duplicates\Claims;
use App\Duplicates\DuplicateList;
use App\Intakes\Messages;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Merging\MergePolicy;

/** Merges the certain duplicates, cluster by cluster, each in a transaction of its own, and hands over to the next job after a while. */
final class MergeCertain implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    private const SECONDS = 2.0;

    /**
     * @param  int  $after  cluster that was merged last
     * @param  int  $left  clusters that could not be merged, or that someone else had open
     */
    public function __construct(
        private readonly int $user,
        private readonly MergePolicy $policy,
        private readonly int $after = 0,
        private readonly int $merged = 0,
        private readonly int $left = 0,
    ) {}

    public function handle(DuplicateList $list, Claims $claims, Merges $merges, Messages $messages): void
    {
        $until = microtime(true) + self::SECONDS;
        [$after, $merged, $left] = [$this->after, $this->merged, $this->left];
        $user = User::query()->find($this->user);
        do {
            $members = $list->nextCertain($after);
            if ($members === null) {
                $messages->merged($this->user, $merged, $left);

                return;
            }
            $after = $members[0];
            if ($claims->isOthers($after, $this->user)) {
                $left++;

                continue;
            }
            try {
                $merges->merge($members, $this->policy, null, [], $user);
                $merged++;
            } catch (CannotMerge) {
                $left++;
            }
        } while (microtime(true) < $until);
        self::dispatch($this->user, $this->policy, $after, $merged, $left);
    }
}
