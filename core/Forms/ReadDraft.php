<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\Defaults;
use PineSieve\Core\Standards\FieldPlace;

/** A form after its values were read. */
final readonly class ReadDraft
{
    /**
     * @param  IncomingRecord  $record  for comparing it with those that are stored
     * @param  array<string, string>  $values  field to its value; '' for a blank one
     * @param  array<string, array<int|string, array<string, string>>>  $lists  as Draft has them, with values that were read
     * @param  list<PlacedProblem>  $problems
     */
    public function __construct(public IncomingRecord $record, public array $values, public array $lists, public array $problems) {}

    /** The form of a new supporter with what it has where nobody says anything else. */
    public function withDefaults(Defaults $defaults): self
    {
        $blank = new IncomingRecord($this->record->kind, new PersonName());
        $filled = $defaults->fill($blank);
        $values = [];
        foreach (FieldPlace::further() as $field => $column) {
            $values[$field] = $filled->further[$column] ?? '';
        }
        $values = [...$values, 'groups' => implode("\n", $filled->groups), 'tags' => implode("\n", $filled->tags), ...$filled->custom];
        $missing = array_filter(
            $values,
            fn(string $value, string $field): bool => $value !== '' && ($this->values[$field] ?? '') === '',
            ARRAY_FILTER_USE_BOTH,
        );

        return new self($defaults->fill($this->record), [...$this->values, ...$missing], $this->lists, $this->problems);
    }
}
