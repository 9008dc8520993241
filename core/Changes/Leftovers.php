<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldPlace;

/** What a row says of someone who is known and what is not so once its changes are in: nothing of a file goes under without a word. */
final class Leftovers
{
    private function __construct() {}

    /**
     * @param  SupporterRecord  $after  as it is with the row's changes
     * @return list<Untaken>
     */
    public static function of(IncomingRecord $record, SupporterRecord $after, Sameness $sameness): array
    {
        return [
            ...self::fields($record, $after),
            ...self::contacts($record, $after, $sameness),
            ...self::lists($record, $after, $sameness),
        ];
    }

    /** @return list<Untaken> */
    private static function fields(IncomingRecord $record, SupporterRecord $after): array
    {
        $places =
            $record->kind === $after->kind() && $record->kind !== SupporterKind::Household
                ? [...FieldPlace::ofName(), ...FieldPlace::further()]
                : FieldPlace::further();
        $said = [...$record->fields(), ...$record->further];
        $given = array_diff_key(array_flip($places), array_diff_key(['greeting' => 1, 'envelope_name' => 1], $record->further));
        $untaken = [];
        foreach ($given as $column => $field) {
            if (($said[$column] ?? '') !== '' && mb_strtolower($said[$column]) !== mb_strtolower($after->field($column))) {
                $untaken[] = new Untaken($field, $after->field($column), $said[$column]);
            }
        }

        return $untaken;
    }

    /** @return list<Untaken> */
    private static function contacts(IncomingRecord $record, SupporterRecord $after, Sameness $sameness): array
    {
        $untaken = [];
        foreach (
            ['email' => [$record->emails, $after->emails, 'address'], 'phone' => [$record->phones, $after->phones, 'number']]
            as $field => [$incoming, $stored, $column]
        ) {
            $there = self::values($stored, $column);
            foreach ($incoming as $contact) {
                if ($sameness->find(Subject::from($field), [$column => $contact->value], $stored) === null) {
                    $untaken[] = new Untaken($field, $there[0] ?? '', $contact->value);
                }
            }
        }
        foreach ($record->addresses as $address) {
            $line = $address->stored->line();
            if ($line !== '' && $sameness->find(Subject::Address, $address->standard->parts(), $after->addresses) === null) {
                $untaken[] = new Untaken(
                    'address.line1',
                    $after->addresses === [] ? '' : Address::fromParts($after->addresses[0]->values)->line(),
                    $line,
                );
            }
        }

        return $untaken;
    }

    /** @return list<Untaken> */
    private static function lists(IncomingRecord $record, SupporterRecord $after, Sameness $sameness): array
    {
        $untaken = [];
        foreach ($record->identifiers as $identifier) {
            if (
                $sameness->find(
                    Subject::Identifier,
                    ['system' => $identifier->system, 'value' => $identifier->value],
                    $after->identifiers,
                ) === null
            ) {
                $untaken[] = new Untaken('id.old', self::values($after->identifiers, 'value')[0] ?? '', $identifier->value);
            }
        }
        foreach (['group' => $record->groups, 'tag' => $record->tags] as $list => $names) {
            foreach ($names as $name) {
                if ($sameness->find(Subject::Membership, ['list' => $list, 'name' => $name], $after->memberships) === null) {
                    $untaken[] = new Untaken("{$list}s", '', $name);
                }
            }
        }
        $custom = array_combine(self::values($after->custom, 'field'), self::values($after->custom, 'value'));
        foreach ($record->custom as $field => $value) {
            $there = explode("\n", $custom[$field] ?? '');
            if (($custom[$field] ?? '') !== $value && array_diff(explode("\n", $value), $there) !== []) {
                $untaken[] = new Untaken($field, $custom[$field] ?? '', $value);
            }
        }

        return $untaken;
    }

    /**
     * @param  list<RecordPart>  $parts
     * @return list<string>
     */
    private static function values(array $parts, string $column): array
    {
        return array_map(static fn(RecordPart $part): string => $part->value($column), $parts);
    }
}
