<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Plans what hangs on a supporter: ways to reach, ids, groups and tags, values of custom fields, links. */
final readonly class PartsPlanner
{
    /** @param  list<string>  $several  keys of custom fields that hold several values */
    public function __construct(private Effects $effects, private array $several, private Sameness $sameness) {}

    /**
     * @param  string  $row  prefix of the reference to what the row makes
     * @param  SupporterRecord  $stored  without anything if the supporter is new
     * @return list<Change>
     */
    public function plan(string $row, IncomingRecord $record, SupporterRecord $stored): array
    {
        $changes = [];
        [$there, $brought] = [$stored->parts(), $record->parts()];
        foreach (array_keys(SupporterRecord::PARTS) as $kind) {
            $subject = Subject::from($kind);
            $group = $subject->group();
            // Whoever is new has nothing that could be left alone.
            if ($stored->ref === '' || $group === null || $this->effects->of($group) !== MatchEffect::LeaveAlone) {
                array_push(
                    $changes,
                    ...match (true) {
                        $subject === Subject::Address => $this->addresses($record->addresses, $there[$kind]),
                        $subject === Subject::Email => $this->contacts($subject, 'address', $record->emails, $there[$kind]),
                        $subject === Subject::Phone => $this->contacts($subject, 'number', $record->phones, $there[$kind]),
                        $subject === Subject::Custom => $this->custom($record->custom, $there[$kind]),
                        default => $this->missing($subject, $brought[$kind] ?? [], $there[$kind]),
                    },
                );
            }
        }

        return self::numbered($row, $record->kind, $changes);
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
        $values = ['kind' => $kind->value, 'other_id' => (string) $other, ...$role === '' ? [] : ['role' => $role]];

        return [Change::create(Subject::Link, "{$row}:link" . ($place === 0 ? '' : '.' . ($place + 1)), $values)];
    }

    /**
     * @param  list<IncomingAddress>  $incoming
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private function addresses(array $incoming, array $stored): array
    {
        $ways = new WaysToReach(Subject::Address, $this->effects->of(FieldGroup::Addresses), $stored);
        foreach ($incoming as $address) {
            $values = array_filter(
                [
                    ...$address->stored->parts(),
                    'original' => $address->written,
                    'kind' => $address->kind,
                    'condition' => $address->isDead ? WaysToReach::DEAD : '',
                ],
                static fn(string $part): bool => $part !== '',
            );
            $ways->take(
                $address->kind,
                $values,
                $this->sameness->find(Subject::Address, $address->standard->parts(), $ways->parts()),
                static fn(RecordPart $part, MatchEffect $effect, bool $isSame): array => self::addressFields(
                    $address,
                    $part,
                    $effect,
                    $isSame,
                ),
                $address->isDead,
            );
        }

        return $ways->changes();
    }

    /** @return array<string, array{?string, ?string}> */
    private static function addressFields(IncomingAddress $address, RecordPart $stored, MatchEffect $effect, bool $isSame): array
    {
        $fields = [];
        foreach ($address->stored->parts() as $part => $value) {
            $before = $stored->value($part);
            $takes = $effect === MatchEffect::Replace ? $value !== '' || !$isSame : $before === '';
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
        $ways = new WaysToReach(
            $subject,
            $this->effects->of($subject === Subject::Email ? FieldGroup::Emails : FieldGroup::Phones),
            $stored,
        );
        foreach ($incoming as $contact) {
            $same = $this->sameness->find($subject, [$column => $contact->value], $ways->parts());
            $ways->take(
                $contact->kind,
                [
                    $column => $contact->value,
                    ...$contact->kind === '' ? [] : ['kind' => $contact->kind],
                    ...$contact->isDead ? ['condition' => WaysToReach::DEAD] : [],
                ],
                $same,
                static fn(RecordPart $part, MatchEffect $effect, bool $isSame): array => $isSame
                    ? []
                    : [$column => [$part->value($column), $contact->value]],
                $contact->isDead,
            );
        }

        return $ways->changes();
    }

    /**
     * @param  array<string, list<string>>  $lists  "group" and "tag" to names
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    public function memberships(array $lists, array $stored): array
    {
        return $this->missing(Subject::Membership, IncomingRecord::named($lists), $stored);
    }

    /**
     * @param  array<string, string>  $incoming
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private function custom(array $incoming, array $stored): array
    {
        $effect = $this->effects->of(FieldGroup::Custom);
        $there = [];
        foreach ($stored as $part) {
            $there[$part->value('field')] = $part;
        }
        $changes = [];
        foreach ($incoming as $field => $value) {
            $part = $there[$field] ?? null;
            if ($part === null) {
                $changes[] = Change::create(Subject::Custom, '', ['field' => $field, 'value' => $value]);

                continue;
            }
            $after = match ($effect) {
                MatchEffect::Replace => $value,
                MatchEffect::AddBeside => in_array($field, $this->several, true)
                    ? implode("\n", array_unique([...explode("\n", $part->value('value')), ...explode("\n", $value)]))
                    : $part->value('value'),
                default => $part->value('value'),
            };
            if ($part->value('value') !== $after) {
                $changes[] = new Change(Subject::Custom, $part->ref, Action::Update, ['value' => [$part->value('value'), $after]]);
            }
        }

        return $changes;
    }

    /**
     * Makes what is not there yet, each once.
     *
     * @param  list<array<string, string>>  $incoming
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private function missing(Subject $subject, array $incoming, array $stored): array
    {
        $there = [];
        foreach ($incoming === [] ? [] : $stored as $part) {
            $there[$this->sameness->of($subject, $part->values)] = true;
        }
        $changes = [];
        foreach ($incoming as $values) {
            $sameness = $this->sameness->of($subject, $values);
            if (!isset($there[$sameness])) {
                $there[$sameness] = true;
                $changes[] = Change::create($subject, '', $values);
            }
        }

        return $changes;
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
                if ($kind === SupporterKind::Organization && $change->subject->isWayToReach() && !isset($change->fields['kind'])) {
                    $change = Change::create($change->subject, '', [...$change->after(), 'kind' => 'work']);
                }
                $subject = $change->subject->value;
                $count[$subject] = ($count[$subject] ?? 0) + 1;
                $changes[$i] = $change->withRef("{$row}:{$subject}" . ($count[$subject] > 1 ? ".{$count[$subject]}" : ''));
            }
        }

        return $changes;
    }
}
