<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Plans what hangs on a supporter: ways to reach, ids, groups and tags, values of custom fields, links. */
final readonly class PartsPlanner
{
    public function __construct(private MatchEffect $effect)
    {
    }

    /**
     * @param  string  $row  prefix of the references to what the row makes
     * @param  SupporterRecord  $stored  without anything if the supporter is new
     * @return list<Change>
     */
    public function plan(string $row, IncomingRecord $record, SupporterRecord $stored): array
    {
        return self::numbered($row, $record->kind, [
            ...$this->addresses($record->addresses, $stored->addresses),
            ...$this->contacts(Subject::Email, 'address', $record->emails, $stored->emails),
            ...$this->contacts(Subject::Phone, 'number', $record->phones, $stored->phones),
            ...self::identifiers($record->identifiers, $stored->identifiers),
            ...self::memberships(['group' => $record->groups, 'tag' => $record->tags], $stored->memberships),
            ...$this->custom($record->custom, $stored->custom),
        ]);
    }

    /**
     * @param  string  $row  prefix of the reference to what the row makes
     * @param  ?SupporterRecord  $stored  whom the link belongs to; null if it is new
     * @param  int|string  $other  id of the other, or the reference that stands for it
     * @return list<Change> empty if the link is there already
     */
    public static function link(string $row, int $place, LinkKind $kind, ?SupporterRecord $stored, int|string $other, string $role): array
    {
        foreach ($stored->links ?? [] as $link) {
            if ($link->value('kind') === $kind->value && $link->value('other_id') === (string) $other) {
                return [];
            }
        }
        $values = ['kind' => $kind->value, 'other_id' => (string) $other, ...($role === '' ? [] : ['role' => $role])];

        return [Change::create(Subject::Link, "{$row}:link".($place === 0 ? '' : '.'.($place + 1)), $values)];
    }

    /**
     * @param  list<IncomingAddress>  $incoming
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private function addresses(array $incoming, array $stored): array
    {
        $changes = [];
        $settled = [];
        foreach ($incoming as $address) {
            $same = self::sameAddress($address, $stored);
            $rival = self::rival($address->kind, $stored, $settled);
            if ($same !== null || $rival === null || $this->effect === MatchEffect::Replace) {
                array_push($settled, '', $address->kind);
            }
            if ($same !== null || ($rival !== null && $this->effect === MatchEffect::Replace)) {
                $taken = $same ?? $rival;
                // What an earlier column of the row brings is not there yet to be changed.
                $fields = $taken->ref === '' ? [] : $this->addressFields($address, $taken, $same !== null);
                if ($fields !== []) {
                    $changes[] = new Change(Subject::Address, $taken->ref, Action::Update, $fields);
                }
            } elseif ($rival === null) {
                $values = array_filter([...$address->stored->parts(), 'original' => $address->written, 'kind' => $address->kind], static fn (string $part): bool => $part !== '');
                $changes[] = self::create(Subject::Address, $values, $stored === []);
                $stored[] = new RecordPart('', $values);
            }
        }

        return $changes;
    }

    /** @return array<string, array{?string, ?string}> */
    private function addressFields(IncomingAddress $address, RecordPart $stored, bool $same): array
    {
        $fields = [];
        foreach ($address->stored->parts() as $part => $value) {
            $before = $stored->value($part);
            $takes = $this->effect === MatchEffect::Replace ? $value !== '' || ! $same : $before === '';
            if ($takes && $before !== $value) {
                $fields[$part] = [$before === '' ? null : $before, $value === '' ? null : $value];
            }
        }
        if ($fields !== [] && $stored->value('original') !== $address->written) {
            $fields['original'] = [$stored->values['original'] ?? null, $address->written === '' ? null : $address->written];
        }

        return $fields;
    }

    /**
     * @param  list<ContactPoint>  $incoming
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private function contacts(Subject $subject, string $column, array $incoming, array $stored): array
    {
        $changes = [];
        $settled = [];
        foreach ($incoming as $contact) {
            $same = in_array($contact->value, array_map(static fn (RecordPart $part): string => mb_strtolower($part->value($column)), $stored), true);
            $rival = self::rival($contact->kind, $stored, $settled);
            if ($same || $rival === null || $this->effect === MatchEffect::Replace) {
                array_push($settled, '', $contact->kind);
            }
            if ($same) {
                continue;
            }
            if ($rival === null) {
                $values = [$column => $contact->value, ...($contact->kind === '' ? [] : ['kind' => $contact->kind])];
                $changes[] = self::create($subject, $values, $stored === []);
                $stored[] = new RecordPart('', $values);
            } elseif ($this->effect === MatchEffect::Replace) {
                $changes[] = new Change($subject, $rival->ref, Action::Update, [$column => [$rival->value($column), $contact->value]]);
            }
        }

        return $changes;
    }

    /**
     * @param  list<Identifier>  $incoming
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private static function identifiers(array $incoming, array $stored): array
    {
        $there = array_flip(array_map(static fn (RecordPart $part): string => (new Identifier($part->value('system'), $part->value('value')))->sameness(), $stored));
        $changes = [];
        foreach ($incoming as $identifier) {
            if (! isset($there[$identifier->sameness()])) {
                $there[$identifier->sameness()] = true;
                $changes[] = Change::create(Subject::Identifier, '', ['system' => $identifier->system, 'value' => $identifier->value]);
            }
        }

        return $changes;
    }

    /**
     * @param  array<string, list<string>>  $incoming  "group" and "tag" to names
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    public static function memberships(array $incoming, array $stored): array
    {
        $there = array_flip(array_map(static fn (RecordPart $part): string => $part->value('list').'|'.mb_strtolower($part->value('name')), $stored));
        $changes = [];
        foreach ($incoming as $list => $names) {
            foreach ($names as $name) {
                $key = "{$list}|".mb_strtolower($name);
                if (! isset($there[$key])) {
                    $there[$key] = true;
                    $changes[] = Change::create(Subject::Membership, '', ['list' => $list, 'name' => $name]);
                }
            }
        }

        return $changes;
    }

    /**
     * @param  array<string, string>  $incoming
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private function custom(array $incoming, array $stored): array
    {
        $there = [];
        foreach ($stored as $part) {
            $there[$part->value('field')] = $part;
        }
        $changes = [];
        foreach ($incoming as $field => $value) {
            $part = $there[$field] ?? null;
            if ($part === null) {
                $changes[] = Change::create(Subject::Custom, '', ['field' => $field, 'value' => $value]);
            } elseif ($part->value('value') !== $value && $this->effect === MatchEffect::Replace) {
                $changes[] = new Change(Subject::Custom, $part->ref, Action::Update, ['value' => [$part->value('value'), $value]]);
            }
        }

        return $changes;
    }

    /** @param  list<RecordPart>  $stored */
    private static function sameAddress(IncomingAddress $address, array $stored): ?RecordPart
    {
        $sameness = $address->stored->sameness();
        foreach ($sameness === '' ? [] : $stored as $part) {
            if (Address::fromParts($part->values)->sameness() === $sameness) {
                return $part;
            }
        }

        return null;
    }

    /**
     * What is stored in the place of an incoming address, email or phone: the one of the same kind, or the primary one for one of no kind.
     * The second of several in a row stands beside the first, it does not compete with it.
     *
     * @param  list<RecordPart>  $stored
     * @param  list<string>  $settled  kinds that an earlier one of the row has settled
     */
    private static function rival(string $kind, array $stored, array $settled): ?RecordPart
    {
        foreach (in_array($kind, $settled, true) ? [] : $stored as $part) {
            if ($part->ref !== '' && ($kind === '' || $part->value('kind') === $kind)) {
                return $part;
            }
        }

        return null;
    }

    /** @param  array<string, string>  $values */
    private static function create(Subject $subject, array $values, bool $primary): Change
    {
        return Change::create($subject, '', $primary ? $values : [...$values, 'is_primary' => '0']);
    }

    /**
     * Gives what is created its reference: "12:email" for the first of row 12, "12:email.2" for the second. What reaches an organization is of work.
     *
     * @param  list<Change>  $changes
     * @return list<Change>
     */
    private static function numbered(string $row, SupporterKind $kind, array $changes): array
    {
        $count = [];
        foreach ($changes as $i => $change) {
            if ($change->ref === '') {
                if ($kind === SupporterKind::Organization && in_array($change->subject, [Subject::Address, Subject::Email, Subject::Phone], true) && ! isset($change->fields['kind'])) {
                    $change = Change::create($change->subject, '', [...$change->after(), 'kind' => 'work']);
                }
                $subject = $change->subject->value;
                $count[$subject] = ($count[$subject] ?? 0) + 1;
                $changes[$i] = $change->withRef("{$row}:{$subject}".($count[$subject] > 1 ? ".{$count[$subject]}" : ''));
            }
        }

        return $changes;
    }
}
