<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Standards\UniqueValues;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\SameGifts;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Uniques;

/** Holds the rows of a chunk against the organization's standards, and says in which column of the source each problem lies. */
final readonly class RowChecks
{
    private Checker $checker;

    private bool $asksNothing;

    /**
     * @param  array<int, MappedRow>  $rows
     * @param  array<string, int>  $columns  target to the column that feeds it
     * @param  ?string  $currency  of the batch in which its gifts wait; null if they wait in none
     */
    public function __construct(
        private Standards $standards,
        Uniques $uniques,
        PossibleMatches $candidates,
        UniqueValues $taken,
        array $rows,
        private array $columns,
        private ?string $currency = null,
    ) {
        $this->checker = new Checker($standards, new TakenByRows($uniques, $taken, $candidates, $rows));
        // A row takes no name away, so that nothing else is left to be wrong.
        $this->asksNothing = $standards->rules === [] && $uniques->fields === [];
    }

    public function column(string $target): int|false
    {
        return $this->columns[$target] ?? false;
    }

    /** The record with the defaults that a new supporter gets. */
    public function complete(IncomingRecord $record, ?SupporterRecord $stored): IncomingRecord
    {
        return $stored === null ? $this->standards->defaults->fill($record) : $record;
    }

    /**
     * @param  array<int, ?SupporterRecord>  $stored  by part of the row; null for whom the row makes
     * @param  array<int, list<Change>>  $changes  by part of the row
     * @param  bool  $passes  whether an administrator lets the row in as it is
     * @return list<Problem>
     */
    public function problems(MappedRow $row, array $stored, array $changes, bool $passes): array
    {
        $problems = [...$this->otherCurrencies($row), ...$this->differentGifts($row, $stored)];
        foreach ($this->asksNothing ? [] : $row->parties as $part => $party) {
            $prefix = $party->role === '' ? '' : "{$party->role}.";
            foreach ($this->checker->problems($stored[$part], $changes[$part]) as $problem) {
                $field = $prefix . $problem->field;
                $problem = $problem->at($field, $this->columns[$field] ?? null);
                $problems[] = $passes ? $problem->warning() : $problem;
            }
        }

        return $problems;
    }

    /**
     * A gift or a promise that is there with another amount or another date is no second one.
     *
     * @param  array<int, ?SupporterRecord>  $stored  by part of the row
     * @return list<Problem>
     */
    private function differentGifts(MappedRow $row, array $stored): array
    {
        $problems = [];
        foreach ($row->parties as $part => $party) {
            $there = $stored[$part]->gifts ?? [];
            $named = array_filter(
                $there === [] ? [] : $party->record->gifts,
                static fn(Gift $gift): bool => SameGifts::isThereDifferently($gift, $there),
            );
            foreach ($named === [] ? [] : array_intersect_key($named, Planner::giftsMissing($party->record, $stored[$part])) as $gift) {
                $problems[] = new Problem(
                    'gift.id.differs',
                    'gift.id',
                    $this->columns['gift.id'] ?? null,
                    $gift->sourceId,
                    "The gift {$gift->sourceId} is there already, with another date, amount, fund, kind or reference",
                    'Correct the one that is there and leave this row out, or give this one another id',
                );
            }
            foreach ($there === [] ? [] : Planner::promisesMissing($party->record, $stored[$part]) as $promise) {
                if (SameGifts::isThereDifferently($promise->asGift(), $there)) {
                    $problems[] = new Problem(
                        'promise.id.differs',
                        'promise.id',
                        $this->columns['promise.id'] ?? null,
                        $promise->sourceId,
                        "The promise {$promise->sourceId} is there already, with another date, amount, fund or reference",
                        'Change the one that is there and leave this row out, or give this one another id',
                    );
                }
            }
            foreach ($party->record->gifts === [] || $there === [] ? [] : $party->record->promises as $promise) {
                $asGift = $promise->asGift();
                if (!isset($there[SameGifts::identity($asGift)]) && SameGifts::isThereDifferently($asGift, $there)) {
                    $problems[] = (new Problem(
                        'promise.id.stays',
                        'promise.id',
                        $this->columns['promise.id'] ?? null,
                        $promise->sourceId,
                        "The promise {$promise->sourceId} is there already, with another date, amount, fund or reference: it stays as it is",
                        'Change the promise itself if it is another one by now',
                    ))->warning();
                }
            }
            // Some systems write a row for each part of a gift.
            $seen = $stored[$part]->giftsSeen ?? [];
            foreach ($seen === [] ? [] : $party->record->promises as $promise) {
                if (SameGifts::isThereDifferently($promise->asGift(), $seen)) {
                    $problems[] = (new Problem(
                        'promise.id.again',
                        'promise.id',
                        $this->columns['promise.id'] ?? null,
                        $promise->sourceId,
                        "The promise {$promise->sourceId} stands in the file more than once: each row is a promise of its own",
                        'Leave the row out if it is the same promise once more',
                    ))->warning();
                }
            }
            foreach ($seen === [] ? [] : $party->record->gifts as $gift) {
                if (SameGifts::isThereDifferently($gift, $seen)) {
                    $problems[] = (new Problem(
                        'gift.id.again',
                        'gift.id',
                        $this->columns['gift.id'] ?? null,
                        $gift->sourceId,
                        "The gift {$gift->sourceId} stands in the file more than once: each row is a gift of its own",
                        'Leave the row out if it is the same gift once more',
                    ))->warning();
                }
            }
        }

        return $problems;
    }

    /** @return list<Problem> a batch has one currency */
    private function otherCurrencies(MappedRow $row): array
    {
        $problems = [];
        foreach ($this->currency === null ? [] : $row->parties as $party) {
            foreach ($party->record->gifts as $gift) {
                if ($gift->currency !== $this->currency && $problems === []) {
                    $problems[] = new Problem(
                        'gift.currency.batch',
                        'gift.currency',
                        $this->columns['gift.currency'] ?? null,
                        $gift->currency,
                        "The batch is in {$this->currency}",
                        'Bring it in without a batch, or in one of its own currency',
                    );
                }
            }
        }

        return $problems;
    }
}
