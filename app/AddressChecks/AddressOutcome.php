<?php

declare(strict_types=1);

namespace App\AddressChecks;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Directory\Move;
use PineSieve\Core\Addresses\Directory\Standing;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Sameness;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/**
 * What the outcome of a check changes of a supporter: the form of an address, a move (the new address takes the place of the old one, which
 * is kept as a former one, with its dates), or the mark of one that mail does not reach.
 */
final readonly class AddressOutcome
{
    private const UNDELIVERABLE = 'undeliverable';

    private AddressStandardizer $standardizer;

    public function __construct(private Sameness $sameness)
    {
        $this->standardizer = new AddressStandardizer();
    }

    /**
     * @param  list<CheckedAddress>  $checked
     * @return list<Change>
     */
    public function changes(SupporterRecord $record, array $checked): array
    {
        $changes = [];
        foreach ($checked as $one) {
            foreach ($record->addresses as $part) {
                if ((int) $part->ref === $one->number) {
                    array_push($changes, ...$this->ofOne($record, $part, $one));
                }
            }
        }

        return $changes;
    }

    /** @return list<Change> */
    private function ofOne(SupporterRecord $record, RecordPart $part, CheckedAddress $one): array
    {
        if ($one->decision === CheckedAddress::KEPT) {
            return [];
        }
        if ($one->move !== null) {
            return $this->moved($record, $part, $one->move);
        }
        $values = $one->address()->parts();
        if ($one->standing() === Standing::NotFound) {
            $values['condition'] = self::UNDELIVERABLE;
        } elseif ($one->chosen() !== null && $part->value('condition') === self::UNDELIVERABLE) {
            $values['condition'] = 'good';
        }
        if ($part->value('original') === '' && $one->address()->parts() !== $one->written->parts()) {
            $values['original'] = $one->written->line();
        }

        return self::update($part, $values);
    }

    /**
     * What is known of a move, written into the record.
     *
     * @return list<Change>
     */
    public function moved(SupporterRecord $record, RecordPart $part, Move $move): array
    {
        if ($move->to === null) {
            return self::update($part, ['condition' => self::UNDELIVERABLE, 'valid_until' => $move->on]);
        }
        $isPrimary = $part->value('is_primary') === '1';
        $old = self::update($part, ['condition' => 'former', 'is_primary' => '0', 'valid_until' => $move->on]);
        $new = $this->standardizer->standardize($move->to)->standard->parts();
        $there = $this->sameness->find(Subject::Address, $new, $record->addresses);
        if ($there?->ref === $part->ref) {
            return [];
        }
        if ($there !== null) {
            return [...$old, ...self::update($there, ['condition' => 'good', ...$isPrimary ? ['is_primary' => '1'] : []])];
        }
        $values = array_filter($new, static fn(string $value): bool => $value !== '');

        return [
            ...$old,
            Change::create(Subject::Address, "{$part->ref}:address", [
                ...$values,
                'kind' => $part->value('kind'),
                'is_primary' => $isPrimary ? '1' : '0',
                'valid_from' => $move->on,
            ]),
        ];
    }

    /**
     * @param  array<string, string>  $values
     * @return list<Change> none if all is so already
     */
    public static function update(RecordPart $part, array $values): array
    {
        $fields = [];
        foreach ($values as $column => $value) {
            if ($part->value($column) !== $value) {
                $fields[$column] = [$part->values[$column] ?? null, $value === '' ? null : $value];
            }
        }

        return $fields === [] ? [] : [new Change(Subject::Address, (int) $part->ref, Action::Update, $fields)];
    }
}
