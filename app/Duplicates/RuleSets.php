<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Models\MatchRuleSet;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Rules\BadRules;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

/** The organization's match rule sets: those that come with the program, and those of its own. */
final readonly class RuleSets
{
    private FieldComparers $comparers;

    public function __construct(FieldCatalog $catalog)
    {
        $this->comparers = new FieldComparers($catalog);
    }

    /** The set by which supporters of a kind are compared. One that can't be used any more gives way to the one that comes with the program. */
    public function used(SupporterKind $kind): RuleSet
    {
        $own = MatchRuleSet::query()->where('kind', $kind->value)->where('is_used', true)->first();
        try {
            return $own === null ? $this->shipped($kind) : $this->read($own->rules);
        } catch (BadRules) {
            return $this->shipped($kind);
        }
    }

    public function shipped(SupporterKind $kind): RuleSet
    {
        return ShippedRules::of($kind, $this->comparers);
    }

    /** @throws BadRules if it is not a set, or compares what is not there */
    public function read(mixed $data): RuleSet
    {
        return RuleSet::fromArray($data, $this->comparers->has(...));
    }
}
