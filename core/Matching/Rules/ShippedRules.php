<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Names\SupporterKind;

/** The rule sets that come with the program: data/*.json. */
final class ShippedRules
{
    private const FILES = ['person' => 'people', 'household' => 'households', 'organization' => 'organizations'];

    private function __construct()
    {
    }

    /** By which records of a kind are compared, unless an organization has put a set of its own to use. */
    public static function of(SupporterKind $kind, FieldComparers $comparers): RuleSet
    {
        return self::read(self::FILES[$kind->value], $comparers);
    }

    /** People by weight: compared are those whom the rules would compare, and what agrees is weighed by how few have it. */
    public static function byWeight(FieldComparers $comparers): RuleSet
    {
        $set = self::of(SupporterKind::Person, $comparers);

        return new RuleSet('People, by weight', $set->kind, $set->rules, [], new Thresholds);
    }

    /** For an incoming record that has no name and points at someone by an id or an email, of whatever kind. */
    public static function withoutName(FieldComparers $comparers): RuleSet
    {
        return self::read('without-a-name', $comparers);
    }

    /** For an organization or a household that is named beside someone else, and of which nothing more is said: no more than equal will do. */
    public static function namedOnly(SupporterKind $kind, FieldComparers $comparers): RuleSet
    {
        return $kind === SupporterKind::Person ? self::of($kind, $comparers) : self::read('named-'.self::FILES[$kind->value], $comparers);
    }

    private static function read(string $file, FieldComparers $comparers): RuleSet
    {
        return RuleSet::fromArray(json_decode((string) file_get_contents(__DIR__."/data/{$file}.json"), true, 16, JSON_THROW_ON_ERROR), $comparers->has(...));
    }
}
