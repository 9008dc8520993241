<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Names\SupporterKind;

/** The rule sets that come with the program, one for each kind of record: data/*.json. */
final class ShippedRules
{
    private const FILES = ['person' => 'people', 'household' => 'households', 'organization' => 'organizations'];

    private function __construct()
    {
    }

    public static function of(SupporterKind $kind, FieldComparers $comparers): RuleSet
    {
        return RuleSet::fromArray(json_decode((string) file_get_contents(__DIR__.'/data/'.self::FILES[$kind->value].'.json'), true, 16, JSON_THROW_ON_ERROR), $comparers->has(...));
    }
}
