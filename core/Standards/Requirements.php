<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\IncomingRecord;

/** The required data that the program itself demands of every record. */
final class Requirements
{
    /**
     * @param  array<string, int>  $columns  field key to the column that feeds it
     * @param  array<string, true>  $faulty  field keys that have a problem already: they are not blank, they are wrong
     * @return list<Problem>
     */
    public function check(IncomingRecord $record, array $columns, array $faulty = []): array
    {
        $problems = [];
        $required = static function (string $field, string $reason, string $remedy) use (&$problems, $columns, $faulty): void {
            if (! isset($faulty[$field])) {
                $problems[] = new Problem("{$field}.required", $field, $columns[$field] ?? null, '', $reason, $remedy);
            }
        };
        if ($record->kind === SupporterKind::Organization ? $record->organization === '' : $record->name->last === '') {
            $field = isset($columns['name.last']) || ! isset($columns['name.full']) ? 'name.last' : 'name.full';
            $required($field, $record->gift === null ? 'No last name and no organization name' : 'No last name and no organization name: the gift has no supporter', 'Write a last name or an organization name');
        }
        $gift = $record->gift;
        if ($gift === null) {
            return $problems;
        }
        if ($gift->date === '') {
            $required('gift.date', 'The gift has no date', 'Write the date of the gift');
        }
        if ($gift->amount === '') {
            $required('gift.amount', 'The gift has no amount', 'Write the amount of the gift');
        } elseif (str_starts_with($gift->amount, '-') || $gift->amount === '0.00') {
            $problems[] = new Problem('amount.sign', 'gift.amount', $columns['gift.amount'] ?? null, $gift->amount, $gift->amount === '0.00' ? 'The gift is zero' : 'The gift is negative', 'Write an amount above zero, or leave the row out');
        }

        return $problems;
    }
}
