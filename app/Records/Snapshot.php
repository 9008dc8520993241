<?php

declare(strict_types=1);

namespace App\Records;

use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** A supporter as it was when people decided on it, as JSON holds it: for holding match rules against what they said. */
final class Snapshot
{
    private const LISTS = ['addresses', 'emails', 'phones', 'identifiers', 'memberships', 'custom'];

    private function __construct() {}

    /** @return array<string, mixed> */
    public static function of(SupporterRecord $record): array
    {
        $data = [
            'id' => $record->ref,
            'fields' => array_filter($record->fields, static fn(?string $value): bool => $value !== null && $value !== ''),
        ];
        foreach (self::LISTS as $list) {
            $data[$list] = array_map(static fn(RecordPart $part): array => $part->values, $record->{$list});
        }

        return $data;
    }

    /** @param  array<string, mixed>  $data  as of() gives it */
    public static function record(array $data): SupporterRecord
    {
        $lists = [];
        foreach (self::LISTS as $list) {
            $lists[$list] = array_map(static fn(array $values): RecordPart => new RecordPart(0, $values), array_values($data[$list] ?? []));
        }

        return new SupporterRecord($data['id'], 0, $data['fields'], ...$lists);
    }
}
