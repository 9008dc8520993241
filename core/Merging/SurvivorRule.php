<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

/** Which of several supporters stays, unless a person chooses. */
enum SurvivorRule: string
{
    case BestAddress = 'most complete address';
    case BestRecord = 'most complete record';
    case LatestGift = 'most recent gift';
    case Oldest = 'oldest';
    case AlreadyThere = 'one already in the database';
    case Incoming = 'incoming one';

    /** @param  non-empty-list<MergeCandidate>  $candidates */
    public function pick(array $candidates): MergeCandidate
    {
        // Where the rule does not tell, the fuller record stays, and then the older one.
        usort(
            $candidates,
            fn(MergeCandidate $a, MergeCandidate $b): int => [$this->worth($b), $b->fullness(), -$b->id()] <=> [
                $this->worth($a),
                $a->fullness(),
                -$a->id(),
            ],
        );

        return $candidates[0];
    }

    private function worth(MergeCandidate $candidate): int|string
    {
        return match ($this) {
            self::BestAddress => $candidate->bestAddress(),
            self::BestRecord => $candidate->fullness(),
            self::LatestGift => $candidate->latestGift(),
            self::Oldest => -$candidate->id(),
            self::AlreadyThere => -($candidate->intake ?? 0),
            self::Incoming => $candidate->intake ?? 0,
        };
    }
}
