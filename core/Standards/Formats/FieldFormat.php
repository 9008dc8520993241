<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\PickList;

/** Reads the values of one field: its pick list, the form of its type, and its limits. */
final readonly class FieldFormat implements Format
{
    /** Values that a remedy names. */
    private const NAMED = 12;

    /**
     * @param  string  $today  ISO 8601
     * @param  string  $currency  the organization's own
     */
    public function __construct(
        private Field $field,
        private Format $form,
        private string $today,
        private string $currency = Currency::DEFAULT,
    ) {}

    public function read(string $written): Understood
    {
        if ($this->field->isRetired) {
            return Understood::not(
                'field.retired',
                "The field \"{$this->field->label}\" is retired",
                'Leave the value out, or bring the field back',
            );
        }
        $listed = $this->field->list === null ? null : $this->listed($this->field->list, $written);
        if ($listed?->fault !== null) {
            return $listed;
        }
        $understood = $this->form->read($listed->value ?? $written);
        if ($understood->fault !== null) {
            return $understood;
        }
        // An amount that is written with the organization's own currency is held against the bounds like one without.
        $fault = $this->field->limits->fault(
            str_starts_with($understood->value, "{$this->currency} ") ? substr($understood->value, 4) : $understood->value,
            $this->field->type,
            $this->today,
        );

        return match (true) {
            $fault !== null => Understood::not($fault->code, $fault->reason, $fault->remedy),
            $listed !== null && $listed->note !== '' => Understood::as($understood->value, $listed->note),
            default => $understood,
        };
    }

    /** The value of the list; null if an open list does not know it. */
    private function listed(PickList $list, string $written): ?Understood
    {
        $found = $list->find($written);
        if ($found === null) {
            return $list->isClosed ? Understood::not('list.unknown', "\"{$written}\" is not in the list", self::choose($list)) : null;
        }
        if ($found->isRetired) {
            return Understood::not('list.retired', "\"{$found->value}\" is no longer used", self::choose($list));
        }

        return Understood::as($found->value, $found->value === $written ? '' : 'as the list writes it');
    }

    private static function choose(PickList $list): string
    {
        $options = $list->options();

        return 'Choose one of: ' . implode(', ', array_slice($options, 0, self::NAMED)) . (count($options) > self::NAMED ? ' …' : '');
    }
}
