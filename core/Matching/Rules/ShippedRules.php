<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Names\SupporterKind;

/** The rule sets that come with the program: data/*.json. */
final class ShippedRules
{
    private const FILES = ['person' => 'people', 'household' => 'households', 'organization' => 'organizations'];

    /** @var array<string, RuleSet> by file: they are asked for with each record that is looked up */
    private static array $read = [];

    private function __construct() {}

    /**
     * By which records of a kind can be compared without a set of one's own.
     *
     * @return non-empty-list<RuleSet> the first is used unless another is chosen: the one that measures better (docs/benchmarks.md)
     */
    public static function all(SupporterKind $kind, FieldComparers $comparers): array
    {
        return [self::byWeight($comparers, $kind), self::of($kind, $comparers)];
    }

    public static function of(SupporterKind $kind, FieldComparers $comparers): RuleSet
    {
        return self::read(self::FILES[$kind->value], $comparers);
    }

    /** By weight: its rules say no more than who is compared. */
    public static function byWeight(FieldComparers $comparers, SupporterKind $kind = SupporterKind::Person): RuleSet
    {
        return self::read(self::FILES[$kind->value] . '-by-weight', $comparers);
    }

    /** For an incoming record that has no name and points at someone by an id or an email, of whatever kind. */
    public static function withoutName(FieldComparers $comparers): RuleSet
    {
        return self::read('without-a-name', $comparers);
    }

    /** For an organization or a household that is named beside someone else, and of which nothing more is said: no more than equal will do. */
    public static function namedOnly(SupporterKind $kind, FieldComparers $comparers): RuleSet
    {
        return $kind === SupporterKind::Person ? self::of($kind, $comparers) : self::read('named-' . self::FILES[$kind->value], $comparers);
    }

    private static function read(string $file, FieldComparers $comparers): RuleSet
    {
        return self::$read[$file] ??= RuleSet::fromArray(
            json_decode((string) file_get_contents(__DIR__ . "/data/{$file}.json"), true, 16, JSON_THROW_ON_ERROR),
            $comparers->has(...),
        );
    }
}
