<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;

/** Finds the gifts that money in a file goes back of: stored ones, and those of other rows of the file, whatever their order. */
final class Refunds
{
    /** @var list<Problem> what is wrong with the row that was looked at last */
    public array $problems = [];

    /** Whether a row further down may bring the gift. */
    public bool $mayCome = false;

    public function __construct(private readonly PossibleMatches $candidates, private readonly RowChecks $checks) {}

    /**
     * What a row says of someone, with its refunds attached to their gifts.
     *
     * @param  bool  $isLast  whether all other rows were looked at
     */
    public function attached(IncomingRecord $record, ?SupporterRecord $stored, bool $isLast): IncomingRecord
    {
        [$this->problems, $this->mayCome] = [[], false];
        $back = array_filter(
            Planner::giftsMissing($record, $stored),
            static fn(Gift $gift): bool => str_starts_with((string) $gift->corrects, Corrections::OF),
        );
        if ($back === []) {
            return $record;
        }
        $gifts = $stored === null ? [] : $this->candidates->gifts($stored->ref);
        $attached = $record->gifts;
        foreach ($back as $place => $refund) {
            [$ref, $fitting] = Corrections::find($refund, $gifts);
            $fault = $ref === null ? '' : Corrections::fault($refund, $gifts[$ref], Corrections::of($ref, $gifts));
            if ($ref === null || $fault !== '') {
                $this->mayCome = $this->mayCome || ($ref === null && !$isLast);
                $this->problems[] = $this->problem(
                    $refund,
                    $fault === '' ? 'Money that goes back, and no gift of theirs that it goes back of' : $fault,
                );

                continue;
            }
            if ($fitting > 1) {
                $reason = "Taken as money that goes back of the gift of {$gifts[$ref]->date}: {$fitting} gifts have that amount";
                $this->problems[] = $this->problem($refund, $reason, 'amount.refund_of')->warning();
            }
            $attached[$place] = $gifts["the refund {$place}"] = Corrections::completed($refund, $gifts[$ref])->with([
                'corrects_id' => (string) $ref,
            ]);
        }

        return $record->withGifts(array_values($attached));
    }

    private function problem(Gift $refund, string $reason, string $code = 'amount.refund'): Problem
    {
        $column = $this->checks->column('gift.amount');

        return new Problem(
            $code,
            'gift.amount',
            $column === false ? null : $column,
            $refund->amount,
            $reason,
            'Bring the gift in first, or give its id; leave the row out if it is not yours. What waits in a batch is posted first',
        );
    }
}
