<?php

declare(strict_types=1);

namespace App\Records;

use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\NameForms;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldPlace;

/** Where each subject of a change is stored, and in which columns. */
final class Tables
{
    public const NAMES = [
        'supporter' => 'supporters',
        'address' => 'addresses',
        'email' => 'emails',
        'phone' => 'phones',
        'identifier' => 'identifiers',
        'membership' => 'memberships',
        'custom' => 'custom_values',
        'link' => 'links',
        'unread' => 'unread_values',
        'promise' => 'promises',
        'note' => 'supporter_notes',
        'gift' => 'gifts',
        'entry' => 'batch_entries',
    ];

    /** Columns of the things that are described by more than their fields. */
    private const COLUMNS = [
        'address' => [
            'line1',
            'line2',
            'city',
            'state',
            'postal_code',
            'country',
            'original',
            'kind',
            'is_primary',
            'label',
            'condition',
            'valid_from',
            'valid_until',
        ],
        'email' => ['address', 'kind', 'is_primary', 'label', 'condition'],
        'phone' => ['number', 'kind', 'is_primary', 'label', 'condition'],
        'identifier' => ['system', 'value'],
        'membership' => ['list', 'name'],
        'custom' => ['field', 'value'],
        'link' => ['kind', 'other_id', 'role'],
        'unread' => ['field', 'value'],
        'note' => ['noted_on', 'kind', 'text', 'written_by'],
    ];

    /** What a column has where nobody says anything else. */
    public const DEFAULTS = [
        'supporter' => ['status' => SupporterRecord::NEW_STATUS],
        'address' => ['kind' => 'home', 'is_primary' => '1', 'condition' => 'good'],
        'email' => ['kind' => 'home', 'is_primary' => '1', 'condition' => 'good'],
        'phone' => ['kind' => 'home', 'is_primary' => '1', 'condition' => 'good'],
        'promise' => ['kind' => 'pledge', 'currency' => 'USD'],
        'gift' => ['currency' => 'USD'],
        'entry' => ['currency' => 'USD'],
    ];

    private function __construct() {}

    /** @return non-empty-list<string> columns of a subject, beside its number and its owner's */
    public static function columns(string $subject): array
    {
        static $columns = [];

        return $columns[$subject] ??= match ($subject) {
            // A name is made into forms; a gift knows which other it takes back, and what it came with.
            'supporter' => array_values(array_unique(['kind', ...array_values(FieldPlace::columns('supporter')), ...NameForms::COLUMNS])),
            'promise' => [...array_values(Promise::COLUMNS), Promise::INTAKE],
            'gift', 'entry' => [...array_values(FieldPlace::columns('gift')), ...array_values(Gift::NUMBERS)],
            default => self::COLUMNS[$subject],
        };
    }

    public static function of(Subject $subject): string
    {
        return self::NAMES[$subject->value];
    }
}
