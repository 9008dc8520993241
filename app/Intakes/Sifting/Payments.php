<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;

/** Finds the promises that gifts in a file pay: stored ones, and those of the row itself or of other rows of the file, whatever their order. */
final class Payments
{
    /** @var list<Problem> what is wrong with the row that was looked at last */
    public array $problems = [];

    /** Whether a row further down may bring the promise. */
    public bool $mayCome = false;

    public function __construct(private readonly PossibleMatches $candidates, private readonly RowChecks $checks) {}

    /**
     * What a row says of someone, with its gifts attached to the promises that they pay.
     *
     * @param  string  $unit  prefix of the references to what the row makes of them
     * @param  bool  $isLast  whether all other rows were looked at
     */
    public function attached(string $unit, IncomingRecord $record, ?SupporterRecord $stored, bool $isLast): IncomingRecord
    {
        [$this->problems, $this->mayCome] = [[], false];
        $paying = array_filter($record->gifts, static fn(Gift $gift): bool => str_starts_with((string) $gift->promise, Promise::OF));
        if ($paying === []) {
            return $record;
        }
        // What was there already stays as it is.
        $missing = Planner::giftsMissing($record, $stored);
        $promises = self::promises($unit, $record, $stored);
        $there = $stored === null ? [] : $this->candidates->gifts($stored->ref);
        $gifts = $record->gifts;
        foreach ($paying as $place => $gift) {
            $id = substr((string) $gift->promise, strlen(Promise::OF));
            $gifts[$place] = $gift->with(['promise_id' => null]);
            $called = array_filter($promises, static fn(Promise $promise): bool => $promise->isCalled($id));
            $ref = array_key_first($called);
            if (!isset($missing[$place])) {
                continue;
            }
            $others = array_filter($there, static fn(Gift $one): bool => $one->promise === (string) $ref);
            $fault = match (true) {
                $ref === null => "No promise of theirs has the id {$id}",
                count($called) > 1 => "Several promises of theirs have the id {$id}",
                default => Standing::fault($gift, $called[$ref], $others),
            };
            if ($fault === '') {
                $gifts[$place] = $there["the payment {$place}"] = $gift->with(['promise_id' => (string) $ref]);
            } else {
                $this->mayCome = $this->mayCome || ($ref === null && !$isLast);
                $this->problems[] = $this->problem($id, $fault);
            }
        }

        return $record->withGifts(array_values($gifts));
    }

    /** @return array<int|string, Promise> by number, or what stands for it */
    private static function promises(string $unit, IncomingRecord $record, ?SupporterRecord $stored): array
    {
        $promises = [];
        foreach ($stored->promises ?? [] as $part) {
            $promises[$part->ref] = Promise::stored($part->values);
        }
        foreach (array_values(Planner::promisesMissing($record, $stored)) as $i => $promise) {
            $promises[Planner::promise($unit, $i)] = $promise;
        }

        return $promises;
    }

    private function problem(string $id, string $reason): Problem
    {
        $column = $this->checks->column('gift.promise.id');

        return new Problem(
            'gift.promise',
            'gift.promise.id',
            $column === false ? null : $column,
            $id,
            $reason,
            'Bring the promise in first, correct the id or the amount, or empty the id: then it is a gift by itself',
        );
    }
}
