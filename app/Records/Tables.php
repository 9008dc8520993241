<?php

declare(strict_types=1);

namespace App\Records;

use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\SupporterRecord;

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
        'gift' => 'gifts',
    ];

    public const COLUMNS = [
        'supporter' => [
            'kind',
            'title',
            'first_name',
            'middle_name',
            'last_name',
            'suffix',
            'organization_name',
            'display_name',
            'sort_name',
            'envelope_name',
            'greeting',
            'first_known_on',
            'nickname',
            'birth_date',
            'status',
            'notes',
            'consent_mail',
            'consent_email',
            'consent_phone',
            'consent_mail_on',
            'consent_email_on',
            'consent_phone_on',
        ],
        'address' => ['line1', 'line2', 'city', 'state', 'postal_code', 'country', 'original', 'kind', 'is_primary', 'label', 'condition'],
        'email' => ['address', 'kind', 'is_primary', 'label', 'condition'],
        'phone' => ['number', 'kind', 'is_primary', 'label', 'condition'],
        'identifier' => ['system', 'value'],
        'membership' => ['list', 'name'],
        'custom' => ['field', 'value'],
        'link' => ['kind', 'other_id', 'role'],
        'unread' => ['field', 'value'],
        'gift' => [
            'given_on',
            'amount',
            'currency',
            'fund',
            'kind',
            'reference',
            'campaign',
            'appeal',
            'tribute',
            'anonymous',
            'notes',
            'intake_id',
        ],
    ];

    /** What a column has where nobody says anything else. */
    public const DEFAULTS = [
        'supporter' => ['status' => SupporterRecord::NEW_STATUS],
        'address' => ['kind' => 'home', 'is_primary' => '1', 'condition' => 'good'],
        'email' => ['kind' => 'home', 'is_primary' => '1', 'condition' => 'good'],
        'phone' => ['kind' => 'home', 'is_primary' => '1', 'condition' => 'good'],
        'gift' => ['currency' => 'USD'],
    ];

    private function __construct() {}

    public static function of(Subject $subject): string
    {
        return self::NAMES[$subject->value];
    }
}
