<?php

declare(strict_types=1);

namespace PineSieve\Core\Rereading;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\Consents;
use PineSieve\Core\Records\NameForms;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldPlace;

/**
 * Finds stored values that today's reading of their source row reads otherwise: what went in before a rule was mended stays wrong until someone looks.
 * Only what the row itself wrote and nobody has changed since is compared; only where the row's cells say something.
 */
final class Rereader
{
    private function __construct() {}

    /** @return list<Rereading> */
    public static function of(RowAgain $row): array
    {
        $found =
            $row->fields() === []
                ? [self::nobody($row)]
                : [...self::names($row), ...self::consents($row), ...self::addresses($row), ...self::gifts($row)];

        return array_values(array_filter($found, static fn(?Rereading $one): bool => $one !== null));
    }

    /** Someone whom the row made and does not tell of any more. */
    private static function nobody(RowAgain $row): ?Rereading
    {
        $change = $row->written(Subject::Supporter)[0] ?? null;

        return $change?->action !== Action::Create
            ? null
            : self::unread(
                $row,
                RereadKind::Kind,
                Subject::Supporter,
                $row->supporter,
                ['display_name' => $change->after()['display_name'] ?? null],
                'The row tells of no such record',
            );
    }

    /** @return list<?Rereading> */
    private static function names(RowAgain $row): array
    {
        $change = $row->written(Subject::Supporter)[0] ?? null;
        if ($change === null || !$row->says(RereadKind::Name)) {
            return [];
        }
        $reads = $row->fields();
        $doubt = $row->doubt(RereadKind::Name);
        if ($doubt !== '') {
            return $change->action === Action::Create
                ? [
                    self::unread(
                        $row,
                        RereadKind::Name,
                        Subject::Supporter,
                        $row->supporter,
                        ['display_name' => $change->after()['display_name'] ?? null],
                        $doubt,
                    ),
                ]
                : [];
        }
        $columns = [...array_values(FieldPlace::ofName()), 'display_name'];
        if ($change->action === Action::Create) {
            $columns[] = 'kind';
        } else {
            // A match never changes what kind of record it is.
            $isOfKind = ($row->now["supporter:{$row->supporter}"]['kind'] ?? null) === ($reads['kind'] ?? null);
            $columns = $isOfKind ? array_values(array_intersect($columns, array_keys($change->fields), FieldPlace::ofName())) : [];
        }
        $kind =
            in_array('kind', $columns, true) && ($change->after()['kind'] ?? null) !== ($reads['kind'] ?? null)
                ? RereadKind::Kind
                : RereadKind::Name;

        return [self::compared($row, $kind, $change, $reads, $columns, NameForms::COLUMNS)];
    }

    /** @return list<?Rereading> */
    private static function consents(RowAgain $row): array
    {
        $change = $row->written(Subject::Supporter)[0] ?? new Change(Subject::Supporter, $row->supporter, Action::Update, []);
        $before = new SupporterRecord($row->supporter, 0, array_map(static fn(array $pair): ?string => $pair[0], $change->fields));
        $incoming = array_map(strval(...), array_intersect_key($row->fields(), Consents::DATES + array_flip(Consents::DATES)));
        $taken = Consents::taken($incoming, $before, true, $row->overrides);
        $found = [];
        foreach (Consents::DATES as $column => $dated) {
            $field = (string) FieldPlace::field(Subject::Supporter->value, $column);
            $doubt = $row->doubts[$field] ?? '';
            $found[] = match (true) {
                !isset($row->said[$field]) => null,
                !isset($change->fields[$column]) && $change->action === Action::Update => self::refusal($row, $column, $dated, $incoming),
                $doubt !== '' => self::unread(
                    $row,
                    RereadKind::Consent,
                    Subject::Supporter,
                    $row->supporter,
                    [$column => $change->after()[$column] ?? null],
                    $doubt,
                ),
                default => self::compared(
                    $row,
                    RereadKind::Consent,
                    $change,
                    [$column => $taken[$column] ?? ($before->fields[$column] ?? null), $dated => $taken[$dated] ?? null],
                    [$column],
                    [$dated],
                ),
            };
        }

        return $found;
    }

    /**
     * A refusal that was passed over, since the record had another value. What was written since stands.
     *
     * @param  array<string, string>  $incoming
     */
    private static function refusal(RowAgain $row, string $column, string $dated, array $incoming): ?Rereading
    {
        $now = $row->now["supporter:{$row->supporter}"] ?? [];
        $isTaken = isset(Consents::taken($incoming, new SupporterRecord($row->supporter, 0, $now), false, false)[$column]);
        if (!$isTaken || ($incoming[$column] ?? '') !== 'no' || ($now[$column] ?? '') !== 'yes' || isset($row->since[$column])) {
            return null;
        }
        $fields = self::differing([$column, $dated], $now, $incoming);

        return $fields === [] ? null : new Rereading(RereadKind::Consent, Subject::Supporter, $row->supporter, $fields);
    }

    /** @return list<?Rereading> */
    private static function addresses(RowAgain $row): array
    {
        if (!$row->says(RereadKind::Address)) {
            return [];
        }
        $reads = $row->read(Subject::Address);
        $doubt = $row->doubt(RereadKind::Address);
        $found = [];
        foreach (self::pairs($row->written(Subject::Address), $reads, 'line1') as [$change, $read]) {
            $columns =
                $change->action === Action::Create
                    ? Address::PARTS
                    : array_values(array_intersect(Address::PARTS, array_keys($change->fields)));
            $one = self::compared($row, RereadKind::Address, $change, $read->after(), $columns, ['original']);
            $found[] =
                $one === null || $doubt === '' ? $one : new Rereading($one->kind, $one->subject, $one->id, $one->fields, $doubt, false);
        }

        return $found;
    }

    /** @return list<?Rereading> */
    private static function gifts(RowAgain $row): array
    {
        $written = array_values(
            array_filter($row->written(Subject::Gift), static fn(Change $change): bool => $change->action === Action::Create),
        );
        if ($written === [] || !isset($row->said['gift.amount'])) {
            return [];
        }
        $doubt = $row->doubt(RereadKind::Amount);
        $pairs = self::pairs($written, $row->read(Subject::Gift), 'given_on');
        $found = [];
        foreach ($pairs as [$change, $read]) {
            $reads = array_intersect_key($read->after(), ['amount' => true, 'currency' => true]);
            // Gifts that came in before currencies were read say nothing of theirs.
            $change = isset($change->fields['currency'])
                ? $change
                : Change::create(Subject::Gift, $change->ref, [
                    ...$change->after(),
                    'currency' => $row->now["gift:{$change->ref}"]['currency'] ?? null,
                ]);
            $kind = $change->after()['currency'] !== ($reads['currency'] ?? null) ? RereadKind::Currency : RereadKind::Amount;
            $one = self::compared($row, $kind, $change, $reads, ['amount', 'currency'], []);
            $found[] =
                $one === null || $doubt === ''
                    ? $one
                    : new Rereading($one->kind, $one->subject, $one->id, $one->fields, $doubt, ($reads['amount'] ?? '') !== '');
        }
        foreach ($doubt === '' || $pairs !== [] ? [] : $written as $change) {
            $found[] = self::unread(
                $row,
                RereadKind::Amount,
                Subject::Gift,
                (int) $change->ref,
                ['amount' => $change->after()['amount'] ?? null],
                $doubt,
            );
        }

        return $found;
    }

    /**
     * What was written beside what is read: in order if they are as many, else by the value that stands in both.
     *
     * @param  list<Change>  $written
     * @param  list<Change>  $reads
     * @return list<array{Change, Change}>
     */
    private static function pairs(array $written, array $reads, string $column): array
    {
        if (count($written) === count($reads)) {
            return array_map(static fn(Change $change, Change $read): array => [$change, $read], $written, $reads);
        }
        $pairs = [];
        foreach ($written as $change) {
            $alike = array_values(
                array_filter(
                    $reads,
                    static fn(Change $read): bool => ($change->after()[$column] ?? null) !== null &&
                        ($read->after()[$column] ?? null) === $change->after()[$column],
                ),
            );
            if (count($alike) === 1) {
                $pairs[] = [$change, $alike[0]];
            }
        }

        return $pairs;
    }

    /**
     * @param  array<string, ?string>  $reads
     * @param  list<string>  $columns  that tell whether it is read otherwise
     * @param  list<string>  $beside  that change with them, unless someone changed them since
     */
    private static function compared(
        RowAgain $row,
        RereadKind $kind,
        Change $change,
        array $reads,
        array $columns,
        array $beside,
    ): ?Rereading {
        $id = (int) $change->ref;
        $now = $row->now["{$change->subject->value}:{$id}"] ?? null;
        if ($now === null) {
            return null;
        }
        $after = $change->after();
        $fields = self::differing($columns, $after, $reads);
        foreach ($fields as $column => [$stored]) {
            if (($now[$column] ?? null) !== $stored) {
                return null;
            }
        }
        if ($fields === []) {
            return null;
        }
        $more = array_filter(
            self::differing($beside, $now, $reads),
            static fn(string $column): bool => ($now[$column] ?? null) === ($after[$column] ?? null),
            ARRAY_FILTER_USE_KEY,
        );

        return new Rereading($kind, $change->subject, $id, [...$fields, ...$more]);
    }

    /**
     * What can't be read any more, as long as it is stored.
     *
     * @param  non-empty-array<string, ?string>  $stored
     */
    private static function unread(RowAgain $row, RereadKind $kind, Subject $subject, int $id, array $stored, string $reason): ?Rereading
    {
        $now = $row->now["{$subject->value}:{$id}"] ?? [];
        foreach ($stored as $column => $value) {
            if ($value === null || ($now[$column] ?? null) !== $value) {
                return null;
            }
        }

        return new Rereading($kind, $subject, $id, array_map(static fn(?string $value): array => [$value, null], $stored), $reason, false);
    }

    /**
     * @param  list<string>  $columns
     * @param  array<string, ?string>  $stored
     * @param  array<string, ?string>  $reads
     * @return array<string, array{?string, ?string}>
     */
    private static function differing(array $columns, array $stored, array $reads): array
    {
        $fields = [];
        foreach ($columns as $column) {
            [$is, $read] = [$stored[$column] ?? '', $reads[$column] ?? ''];
            if ($is !== $read) {
                $fields[$column] = [$is === '' ? null : $is, $read === '' ? null : $read];
            }
        }

        return $fields;
    }
}
