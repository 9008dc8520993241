<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Records\FollowsWrites;
use App\Records\Written;
use PineSieve\Core\Changes\Subject;

/** Whoever is deleted is like nobody any more. */
final readonly class ForgetsTheGone implements FollowsWrites
{
    public function __construct(private DuplicateList $duplicates, private SharedHomes $homes) {}

    public function follow(Written $written): void
    {
        foreach ([$this->duplicates, $this->homes->list] as $list) {
            $list->forget($written->deleted(Subject::Supporter));
        }
    }
}
