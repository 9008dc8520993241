<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\IncomingRecord;

/** What the program itself demands of every record, whatever the organization requires. */
final readonly class Requirements
{
    /** What is always required, in words: kind of record, field, and when. */
    public const ALWAYS = [
        ['person', 'name.last', 'A person has a last name'],
        ['household', 'name.full', 'A household has a name'],
        ['organization', 'organization.name', 'An organization has a name'],
        ['gift', 'gift.date', 'A gift has a date'],
        ['gift', 'gift.amount', 'A gift has an amount that is not zero'],
        ['promise', 'promise.date', 'A promise has a date'],
        ['promise', 'promise.amount', 'A promise has an amount above zero'],
    ];

    /**
     * @param  array<string, int>  $columns  target to the column that feeds it
     * @param  array<string, true>  $faulty  targets that have a problem already: they are not blank, they are wrong
     * @param  bool  $attaches  whether the gift is looked for, from which money goes back
     * @return list<Problem>
     */
    public function check(IncomingRecord $record, array $columns, array $faulty = [], bool $attaches = false): array
    {
        $problems = [];
        $required = static function (string $field, string $reason, string $remedy) use (&$problems, $columns, $faulty): void {
            if (!isset($faulty[$field])) {
                $problems[] = new Problem("{$field}.required", $field, $columns[$field] ?? null, '', $reason, $remedy);
            }
        };
        // A row with the number of a supporter need not say the name again.
        if (
            $record->supporter === 0 &&
            ($record->kind === SupporterKind::Person ? $record->name->last === '' : $record->display() === '')
        ) {
            $field = isset($columns['name.last']) || !isset($columns['name.full']) ? 'name.last' : 'name.full';
            $required(
                $field,
                'No last name and no organization name' .
                    match (true) {
                        $record->gifts !== [] => ': the gift has no supporter',
                        $record->promises !== [] => ': nobody has promised it',
                        default => '',
                    },
                'Write a last name or an organization name',
            );
        }
        foreach ($record->gifts as $gift) {
            array_push($problems, ...self::ofGift($gift, $columns, $faulty, $attaches));
        }

        foreach ($record->promises as $promise) {
            // A pledge may stand in the columns of gifts.
            $head = isset($columns['promise.amount']) || !isset($columns['gift.amount']) ? 'promise' : 'gift';
            array_push($problems, ...self::ofPromise($promise, $head, $columns, $faulty));
        }

        return $problems;
    }

    /**
     * @param  array<string, int>  $columns
     * @param  array<string, true>  $faulty
     * @return list<Problem>
     */
    private static function ofPromise(Promise $promise, string $head, array $columns, array $faulty): array
    {
        $problems = [];
        $problem = static fn(string $code, string $part, string $reason, string $remedy): Problem => new Problem(
            $code,
            "{$head}.{$part}",
            $columns["{$head}.{$part}"] ?? null,
            $part === 'amount' ? $promise->amount : '',
            $reason,
            $remedy,
        );
        if ($promise->date === '' && !self::anyFaulty('date', $faulty, $head)) {
            $problems[] = $problem("{$head}.date.required", 'date', 'The promise has no date', 'Write the day on which it was promised');
        }
        if ($promise->amount === '' && !self::anyFaulty('amount', $faulty, $head)) {
            $problems[] = $problem("{$head}.amount.required", 'amount', 'The promise has no amount', 'Write the amount that was promised');
        } elseif ($promise->amount !== '' && !Amount::isBelow('0.00', $promise->amount)) {
            $problems[] = $problem('amount.sign', 'amount', 'What is promised is not above zero', 'Write an amount above zero');
        }

        return $problems;
    }

    /**
     * @param  array<string, int>  $columns
     * @param  array<string, true>  $faulty
     * @return list<Problem>
     */
    private static function ofGift(Gift $gift, array $columns, array $faulty, bool $attaches): array
    {
        $problems = [];
        if ($gift->date === '' && !self::anyFaulty('date', $faulty)) {
            $problems[] = new Problem(
                'gift.date.required',
                'gift.date',
                $columns['gift.date'] ?? null,
                '',
                'The gift has no date',
                'Write the date of the gift',
            );
        }
        if ($gift->amount === '' && !self::anyFaulty('amount', $faulty)) {
            $problems[] = new Problem(
                'gift.amount.required',
                'gift.amount',
                $columns['gift.amount'] ?? null,
                '',
                'The gift has no amount',
                'Write the amount of the gift',
            );
        } elseif (str_starts_with($gift->amount, '-') && $gift->corrects === null && !$attaches) {
            $problems[] = new Problem(
                'amount.refund',
                'gift.amount',
                $columns['gift.amount'] ?? null,
                $gift->amount,
                'Money that goes back, of no gift that is said',
                'Open the gift and take it back there; if it is no refund, write an amount above zero',
            );
        } elseif ($gift->amount === '0.00' && !$gift->isOfGoods()) {
            $problems[] = new Problem(
                'amount.sign',
                'gift.amount',
                $columns['gift.amount'] ?? null,
                $gift->amount,
                'The gift is zero',
                'Write an amount above zero, or what was given in kind; or leave the row out',
            );
        }

        return $problems;
    }

    /** @param  array<string, true>  $faulty */
    private static function anyFaulty(string $part, array $faulty, string $head = 'gift'): bool
    {
        foreach (array_keys($faulty) as $target) {
            if (preg_match("/^{$head}(?:\.\d+)?\.{$part}\$/D", $target) === 1) {
                return true;
            }
        }

        return false;
    }
}
