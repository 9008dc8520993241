<?php

declare(strict_types=1);

namespace App\Records;

use PineSieve\Core\Changes\Subject;

/** Where each subject of a change is stored, and in which columns. */
final class Tables
{
    public const NAMES = ['supporter' => 'supporters', 'address' => 'addresses', 'email' => 'emails', 'phone' => 'phones', 'identifier' => 'identifiers', 'gift' => 'gifts'];

    public const COLUMNS = [
        'supporter' => ['kind', 'title', 'first_name', 'middle_name', 'last_name', 'suffix', 'organization_name', 'display_name', 'sort_name', 'envelope_name', 'greeting', 'first_known_on'],
        'address' => ['line1', 'line2', 'city', 'state', 'postal_code', 'country', 'original'],
        'email' => ['address'],
        'phone' => ['number'],
        'identifier' => ['system', 'value'],
        'gift' => ['given_on', 'amount', 'fund', 'kind', 'reference'],
    ];

    private function __construct()
    {
    }

    public static function of(Subject $subject): string
    {
        return self::NAMES[$subject->value];
    }
}
