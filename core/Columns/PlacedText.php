<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\Target;

/** One of the texts of a cell, and where it goes: the second email of a person is email 2. */
final readonly class PlacedText
{
    /**
     * @param  ?Target  $place  null where there is no second place
     * @param  ?WrittenContact  $contact  what it was cut out of; null if it is all of its text
     */
    private function __construct(public ?Target $place, public string $text, private ?WrittenContact $contact = null) {}

    /**
     * @param  list<string>  $written  what the steps made of a cell
     * @return list<self>
     */
    public static function all(array $written, Target $target, Field $field): array
    {
        $isContact = $target->field === 'email' || $target->field === 'phone';
        $placed = [];
        foreach ($written as $text) {
            $contacts = $isContact ? WrittenContact::all($field->type, $text) : [];
            foreach ($contacts as $contact) {
                $place = self::place(count($placed), $target, $field);
                $placed[] = new self($contact->kind === '' ? $place : $place?->with(kind: $contact->kind), $contact->text, $contact);
            }
            if ($contacts === []) {
                $placed[] = new self(self::place(count($placed), $target, $field), $text);
            }
        }

        return $placed;
    }

    /**
     * What is said beside it: of an email or a telephone number, and the number of a check beside the kind of a gift.
     *
     * @param  array<string, int>  $columns  target to the column that feeds it
     * @return list<FedValue>
     */
    public function beside(array $columns): array
    {
        if ($this->place === null) {
            return [];
        }
        if ($this->contact !== null) {
            return $this->contact->beside($this->place);
        }
        $number = $this->place->field === 'gift.kind' ? GiftKind::checkNumber($this->text) : '';
        $reference = $this->place->with(field: 'gift.reference');

        return $number === '' || isset($columns[$reference->key()]) ? [] : [new FedValue($reference, $number)];
    }

    /** Whether its cell says more, or holds several. */
    public function isCut(): bool
    {
        return $this->contact !== null;
    }

    /** What is said beside it, in words; '' if nothing is. */
    public function told(): string
    {
        return $this->contact?->told() ?? '';
    }

    private static function place(int $i, Target $target, Field $field): ?Target
    {
        return match (true) {
            $i === 0, $field->type->isList() || $field->named => $target,
            $target->field === 'email' || $target->field === 'phone' => $target->with(number: $target->number + $i),
            in_array($target->field, ['name.full', 'name.first'], true) && $target->party === '' && $i === 1 => $target->with(
                party: 'spouse',
            ),
            $target->party === 'child' => $target->with(partyNumber: $target->partyNumber + $i),
            default => null,
        };
    }
}
