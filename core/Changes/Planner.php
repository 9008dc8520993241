<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;

/** Plans what a row would write: the change set that the preview shows and the load applies. */
final readonly class Planner
{
    /** What a name can't be without, whatever the file leaves blank. */
    private const NEVER_BLANKED = ['kind' => 1, 'last_name' => 1, 'organization_name' => 1, 'display_name' => 1, 'sort_name' => 1, 'envelope_name' => 1, 'greeting' => 1];

    private const OF_NAME = ['title' => 1, 'first_name' => 1, 'middle_name' => 1, 'last_name' => 1, 'suffix' => 1, 'organization_name' => 1];

    /** What is made from the parts of a name. */
    private const FORMS = ['display_name' => 1, 'sort_name' => 1, 'envelope_name' => 1, 'greeting' => 1];

    /**
     * @param  string  $system  name of the system that old ids are from
     * @param  list<string>  $blankable  columns of the supporter that a blank cell empties; none unless someone asked for it
     */
    public function __construct(
        private MatchEffect $effect,
        private string $system,
        private array $blankable = [],
    ) {
    }

    /**
     * @param  string  $row  prefix of the references to what the row makes
     * @param  ?SupporterRecord  $stored  whom the row matches; null if it is new
     * @return list<Change> empty if the row changes nothing
     */
    public function plan(string $row, IncomingRecord $record, ?SupporterRecord $stored): array
    {
        $changes = $stored === null ? $this->create($row, $record) : $this->match($row, $record, $stored);
        $gift = $record->gift;
        if ($gift !== null && ! self::isThere($record, $stored)) {
            $changes[] = Change::create(Subject::Gift, "{$row}:gift", $gift->fields());
        }

        return $changes;
    }

    /** Whether the row's gift is one that was stored before the intake: the third of three like ones in the file is the third of those stored. */
    public static function isThere(IncomingRecord $record, ?SupporterRecord $stored): bool
    {
        if ($record->gift === null || $stored === null) {
            return false;
        }
        $identity = $record->gift->sameness();

        return ($stored->giftsSeen[$identity] ?? 0) < ($stored->gifts[$identity] ?? 0);
    }

    /** @return list<Change> */
    private function create(string $row, IncomingRecord $record): array
    {
        return [
            Change::create(Subject::Supporter, "{$row}:supporter", $record->fields()),
            ...($record->address->isBlank() ? [] : [self::newAddress($row, $record)]),
            ...($record->email === '' ? [] : [Change::create(Subject::Email, "{$row}:email", ['address' => $record->email])]),
            ...($record->phone === '' ? [] : [Change::create(Subject::Phone, "{$row}:phone", ['number' => $record->phone])]),
            ...($record->oldId === '' ? [] : [$this->identifier($row, $record)]),
        ];
    }

    /** @return list<Change> */
    private function match(string $row, IncomingRecord $record, SupporterRecord $stored): array
    {
        if ($this->effect === MatchEffect::LeaveAlone) {
            return [];
        }
        $fields = $this->fields($record, $stored);

        return [
            ...($fields === [] ? [] : [new Change(Subject::Supporter, $stored->ref, Action::Update, $fields)]),
            ...$this->address($row, $record, $stored),
            ...$this->contact(Subject::Email, 'address', $record->email, "{$row}:email", $stored),
            ...$this->contact(Subject::Phone, 'number', $record->phone, "{$row}:phone", $stored),
            ...($record->oldId === '' || $this->hasIdentifier($record, $stored) ? [] : [$this->identifier($row, $record)]),
        ];
    }

    /** @return array<string, array{?string, ?string}> */
    private function fields(IncomingRecord $record, SupporterRecord $stored): array
    {
        $incoming = $record->fields();
        // A person is not turned into an organization by a match.
        unset($incoming['kind']);
        if ($record->kind !== $stored->kind()) {
            $incoming = array_intersect_key($incoming, ['first_known_on' => 1]);
        }
        $forms = array_intersect_key($incoming, self::FORMS);
        $incoming = array_diff_key($incoming, self::FORMS);
        if ($this->effect === MatchEffect::FillBlanks) {
            $incoming = array_filter($incoming, static fn (string $column): bool => $stored->field($column) === '', ARRAY_FILTER_USE_KEY);
        }
        if (array_intersect_key($incoming, self::OF_NAME) !== []) {
            // A household's name is written as a whole; a person's forms are made from the parts.
            $incoming = [...$incoming, ...($record->kind === SupporterKind::Household ? $forms : $this->derived([...$stored->fields, ...$incoming], $stored))];
        }
        $changed = [];
        foreach ($incoming as $column => $value) {
            if ($stored->field($column) !== $value) {
                $changed[$column] = [$stored->fields[$column] ?? null, $value];
            }
        }
        foreach ($this->effect === MatchEffect::Replace ? $this->blankable : [] as $column) {
            if (! isset(self::NEVER_BLANKED[$column]) && ! isset($incoming[$column]) && $stored->field($column) !== '') {
                $changed[$column] = [$stored->field($column), null];
            }
        }

        return $changed;
    }

    /**
     * The derived forms of a person's name, where the stored ones still are what its parts make; one that someone wrote by hand stays.
     *
     * @param  array<string, ?string>  $fields
     * @return array<string, string>
     */
    private function derived(array $fields, SupporterRecord $stored): array
    {
        $make = static fn (SupporterRecord $record): array => (new IncomingRecord($record->kind(), $record->name(), $record->field('organization_name'), $record->field('display_name')))->fields();
        $before = $make($stored);
        $after = $make(new SupporterRecord($stored->ref, $stored->version, $fields));
        $derived = [];
        foreach (array_keys(self::FORMS) as $column) {
            if (isset($after[$column]) && ($before[$column] ?? '') === $stored->field($column)) {
                $derived[$column] = $after[$column];
            }
        }

        return $derived;
    }

    /** @return list<Change> */
    private function address(string $row, IncomingRecord $record, SupporterRecord $stored): array
    {
        if ($record->address->isBlank()) {
            return [];
        }
        $primary = $stored->addresses[0] ?? null;
        if ($primary === null) {
            return [self::newAddress($row, $record)];
        }
        $same = $record->address->sameness() !== '' && Address::fromParts($primary->values)->sameness() === $record->address->sameness();
        $fields = [];
        foreach ($record->address->parts() as $part => $value) {
            $before = $primary->value($part);
            $takes = $this->effect === MatchEffect::Replace ? $value !== '' || ! $same : $same && $before === '';
            if ($takes && $before !== $value) {
                $fields[$part] = [$before === '' ? null : $before, $value === '' ? null : $value];
            }
        }

        if ($fields !== [] && $primary->value('original') !== $record->addressWritten) {
            $fields['original'] = [$primary->values['original'] ?? null, $record->addressWritten === '' ? null : $record->addressWritten];
        }

        return $fields === [] ? [] : [new Change(Subject::Address, $primary->ref, Action::Update, $fields)];
    }

    /** @return list<Change> */
    private function contact(Subject $subject, string $column, string $value, string $ref, SupporterRecord $stored): array
    {
        $parts = $subject === Subject::Email ? $stored->emails : $stored->phones;
        foreach ($parts as $part) {
            if (mb_strtolower($part->value($column)) === $value) {
                return [];
            }
        }

        return match (true) {
            $value === '' => [],
            $parts === [] => [Change::create($subject, $ref, [$column => $value])],
            $this->effect === MatchEffect::Replace => [new Change($subject, $parts[0]->ref, Action::Update, [$column => [$parts[0]->value($column), $value]])],
            default => [],
        };
    }

    private function hasIdentifier(IncomingRecord $record, SupporterRecord $stored): bool
    {
        foreach ($stored->identifiers as $identifier) {
            if ($identifier->value('system') === $this->system && mb_strtolower($identifier->value('value')) === mb_strtolower($record->oldId)) {
                return true;
            }
        }

        return false;
    }

    private function identifier(string $row, IncomingRecord $record): Change
    {
        return Change::create(Subject::Identifier, "{$row}:identifier", ['system' => $this->system, 'value' => $record->oldId]);
    }

    private static function newAddress(string $row, IncomingRecord $record): Change
    {
        return Change::create(Subject::Address, "{$row}:address", array_filter([...$record->address->parts(), 'original' => $record->addressWritten], static fn (string $part): bool => $part !== ''));
    }
}
