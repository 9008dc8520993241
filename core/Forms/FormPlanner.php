<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\NameForms;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;

/** Plans what saving a form writes: the difference between what it says and what is stored. */
final readonly class FormPlanner
{
    /** Reference of the supporter that a form makes. */
    public const NEW = 'form:supporter';

    private const SUBJECTS = [
        'addresses' => Subject::Address,
        'emails' => Subject::Email,
        'phones' => Subject::Phone,
        'identifiers' => Subject::Identifier,
    ];

    /**
     * @param  ?SupporterRecord  $stored  null for a new supporter
     * @return list<Change> to the supporter and what hangs on it
     */
    public function changes(ReadDraft $draft, ?SupporterRecord $stored): array
    {
        $base = $stored ?? new SupporterRecord(self::NEW, 0, []);

        return [
            ...self::supporter($draft, $base, $stored === null),
            ...self::parts($draft, $base),
            ...self::memberships($draft->values, $base->memberships),
            ...self::custom($draft->values, $base->custom),
            ...self::links($draft->lists['links'], $base),
        ];
    }

    /**
     * Links that belong to others: they are written with those.
     *
     * @param  array<int, int>  $there  id of each link that others have to the supporter, to whose it is
     * @return array<int, list<Change>> supporter to its changes
     */
    public function changesOfOthers(ReadDraft $draft, int|string $self, array $there): array
    {
        $changes = [];
        $linked = [];
        foreach ($draft->lists['links'] as $ref => $link) {
            if ($link['reversed'] === '1' && isset($there[(int) $ref])) {
                $linked["{$link['kind']}|{$link['other_id']}"] = true;
            }
        }
        foreach ($draft->lists['links'] as $ref => $link) {
            if (
                $link['reversed'] === '1' &&
                !isset($there[(int) $ref]) &&
                (int) $link['other_id'] > 0 &&
                LinkKind::tryFrom($link['kind']) !== null &&
                !isset($linked["{$link['kind']}|{$link['other_id']}"])
            ) {
                $linked["{$link['kind']}|{$link['other_id']}"] = true;
                $changes[(int) $link['other_id']][] = Change::create(Subject::Link, "form:link.{$ref}", [
                    'kind' => $link['kind'],
                    'other_id' => (string) $self,
                    'role' => $link['role'] === '' ? null : $link['role'],
                ]);
            }
        }
        foreach ($there as $id => $owner) {
            if (!isset($draft->lists['links'][$id])) {
                $changes[$owner][] = new Change(Subject::Link, $id, Action::Delete, ['other_id' => [(string) $self, null]]);
            }
        }

        return $changes;
    }

    /** @return list<Change> */
    private static function supporter(ReadDraft $draft, SupporterRecord $stored, bool $isNew): array
    {
        $after = $draft->record->fields();
        foreach ([...FieldPlace::ofName(), ...FieldPlace::further()] as $field => $column) {
            $after[$column] ??=
                in_array($column, NameForms::COLUMNS, true) || !array_key_exists($field, $draft->values) ? $stored->field($column) : '';
        }
        if (!$isNew) {
            $after = [...$after, ...self::derived($draft, $stored)];
            unset($after['kind']);
        }
        if ($isNew && ($after['status'] ?? '') === '') {
            $after['status'] = SupporterRecord::NEW_STATUS;
        }
        $fields = [];
        foreach ($after as $column => $value) {
            if ($stored->field($column) !== $value && !($column === 'status' && $value === '')) {
                $fields[$column] = [$isNew ? null : $stored->fields[$column] ?? null, $value === '' ? null : $value];
            }
        }

        return $fields === [] ? [] : [new Change(Subject::Supporter, $stored->ref, $isNew ? Action::Create : Action::Update, $fields)];
    }

    /**
     * The forms of a name that the form leaves as they were are made anew where the stored ones still are what the parts make.
     *
     * @return array<string, string>
     */
    private static function derived(ReadDraft $draft, SupporterRecord $stored): array
    {
        $before = NameForms::made($stored);
        $after = $draft->record
            ->with(array_diff_key($draft->record->further, ['envelope_name' => 1, 'greeting' => 1]), [], [], [])
            ->fields();
        $derived = [];
        foreach (NameForms::COLUMNS as $column) {
            $given = $draft->record->further[$column] ?? '';
            if ($given === '' || $given === $stored->field($column)) {
                $isMade = $stored->field($column) === '' || $stored->field($column) === ($before[$column] ?? '');
                $derived[$column] = $isMade || $given === '' ? $after[$column] ?? $stored->field($column) : $stored->field($column);
            }
        }

        return $derived;
    }

    /** @return list<Change> */
    private static function parts(ReadDraft $draft, SupporterRecord $stored): array
    {
        $changes = [];
        foreach (self::SUBJECTS as $list => $subject) {
            $there = [];
            foreach ($stored->parts()[$subject->value] as $part) {
                $there[(string) $part->ref] = $part;
            }
            foreach ($draft->lists[$list] as $ref => $item) {
                $part = $there[(string) $ref] ?? null;
                unset($there[(string) $ref]);
                $changes[] = self::part($subject, (string) $ref, $item, $part);
            }
            foreach ($there as $part) {
                $changes[] = Change::delete($subject, $part->ref, $part->values);
            }
        }

        return array_values(array_filter($changes));
    }

    /** @param  array<string, string>  $item */
    private static function part(Subject $subject, string $ref, array $item, ?RecordPart $part): ?Change
    {
        $fields = [];
        foreach ($item as $column => $value) {
            if (($part?->value($column) ?? '') !== $value) {
                $fields[$column] = [$part?->values[$column] ?? null, $value === '' ? null : $value];
            }
        }
        if (
            $subject === Subject::Address &&
            $part !== null &&
            $part->value('original') !== '' &&
            array_intersect_key($fields, array_flip(Draft::LISTS['addresses'])) !== [] &&
            array_intersect_key($fields, ['line1' => 1, 'line2' => 1, 'city' => 1, 'state' => 1, 'postal_code' => 1]) !== []
        ) {
            // What a file wrote once is not what this address was made from any more.
            $fields['original'] = [$part->values['original'], null];
        }

        return $fields === []
            ? null
            : new Change(
                $subject,
                $part->ref ?? "form:{$subject->value}.{$ref}",
                $part === null ? Action::Create : Action::Update,
                $fields,
            );
    }

    /**
     * @param  array<string, string>  $values
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private static function memberships(array $values, array $stored): array
    {
        $changes = [];
        foreach (['groups' => 'group', 'tags' => 'tag'] as $field => $list) {
            if (!array_key_exists($field, $values)) {
                continue;
            }
            $wanted = [];
            foreach ($values[$field] === '' ? [] : explode("\n", $values[$field]) as $name) {
                $wanted[mb_strtolower($name)] ??= $name;
            }
            foreach ($stored as $part) {
                $key = mb_strtolower($part->value('name'));
                if ($part->value('list') === $list && !isset($wanted[$key])) {
                    $changes[] = Change::delete(Subject::Membership, $part->ref, $part->values);
                } elseif ($part->value('list') === $list) {
                    unset($wanted[$key]);
                }
            }
            foreach (array_values($wanted) as $i => $name) {
                $changes[] = Change::create(Subject::Membership, "form:{$list}.{$i}", ['list' => $list, 'name' => $name]);
            }
        }

        return $changes;
    }

    /**
     * @param  array<string, string>  $values
     * @param  list<RecordPart>  $stored
     * @return list<Change>
     */
    private static function custom(array $values, array $stored): array
    {
        $there = [];
        foreach ($stored as $part) {
            $there[$part->value('field')] = $part;
        }
        $changes = [];
        foreach ($values as $field => $value) {
            $part = $there[$field] ?? null;
            if (!str_starts_with($field, Field::CUSTOM) || ($part?->value('value') ?? '') === $value) {
                continue;
            }
            $changes[] = match (true) {
                $part === null => Change::create(Subject::Custom, "form:{$field}", ['field' => $field, 'value' => $value]),
                $value === '' => Change::delete(Subject::Custom, $part->ref, $part->values),
                default => new Change(Subject::Custom, $part->ref, Action::Update, ['value' => [$part->value('value'), $value]]),
            };
        }

        return $changes;
    }

    /**
     * @param  array<int|string, array<string, string>>  $links
     * @return list<Change>
     */
    private static function links(array $links, SupporterRecord $stored): array
    {
        $changes = [];
        $there = [];
        foreach ($stored->links as $part) {
            $there[(string) $part->ref] = $part;
        }
        $linked = [];
        foreach ($links as $ref => $link) {
            $part = $there[(string) $ref] ?? null;
            unset($there[(string) $ref]);
            // Twice the same link is one.
            $same = "{$link['kind']}|{$link['other_id']}|{$link['reversed']}";
            if (isset($linked[$same]) && $part === null) {
                continue;
            }
            $linked[$same] = true;
            // Nobody is linked to himself.
            if (
                $link['reversed'] === '1' ||
                (int) $link['other_id'] < 1 ||
                LinkKind::tryFrom($link['kind']) === null ||
                (string) $stored->ref === $link['other_id']
            ) {
                continue;
            }
            $changes[] = self::part(Subject::Link, (string) $ref, array_diff_key($link, ['reversed' => 1]), $part);
        }
        foreach ($there as $part) {
            $changes[] = Change::delete(Subject::Link, $part->ref, $part->values);
        }

        return array_values(array_filter($changes));
    }
}
