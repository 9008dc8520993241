<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Fields\Agreement;
use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Matching\Rules\SignEffect;

/** Judges pairs by the rules of a set: two are a match if any one rule holds, unless a sign keeps them apart. */
final readonly class RuleJudge implements Judge
{
    /** What an agreement in a field adds to the score. */
    private const POINTS = [
        Comparison::ID => 45,
        'email' => 35,
        'phone' => 25,
        Comparison::ADDRESS => 25,
        'birth_date' => 25,
        Comparison::NAME => 30,
    ];

    private const POINTS_OF_OTHERS = 8;

    private const POINTS_AGAINST = 20;

    /**
     * @param  list<array{Comparison, FieldComparer, int}>  $comparisons  with the place of the values
     * @param  list<list<int>>  $rules  of each rule of the set, the places of its comparisons
     */
    public function __construct(
        private RuleSet $set,
        private array $comparisons,
        private array $rules,
        private Circumstances $circumstances,
    ) {}

    public function relation(PreparedRecord $one, PreparedRecord $other): ?Relation
    {
        $known = [];
        $found = [];
        foreach ($this->rules as $number => $places) {
            $of = $this->holds($places, $one->values, $other->values, $known);
            if ($of !== null) {
                $found[$number] = $of;
            }
        }
        if ($found === []) {
            return null;
        }
        $signs = $this->circumstances->signs($one->values, $other->values);
        $certainty = null;
        $held = [];
        $agreements = [];
        foreach ($found as $number => $of) {
            $rule = $this->set->rules[$number];
            if (array_intersect_key($signs, array_flip(array_column($rule->unless, 'value'))) !== []) {
                continue;
            }
            $certainty = $certainty === Certainty::Certain ? $certainty : $rule->certainty;
            $held[] = $rule->name;
            foreach ($of as $field => $agreement) {
                $agreements[$field] =
                    !isset($agreements[$field]) || $agreement->likeness > $agreements[$field]->likeness ? $agreement : $agreements[$field];
            }
        }
        if ($certainty === null) {
            return null;
        }
        $namesake = $certainty === Certainty::Certain ? Circumstances::namesake($signs) : null;
        $apart = [];
        foreach (array_keys($signs) as $sign) {
            $effect = $this->set->effect(Sign::from($sign));
            if ($effect === SignEffect::Apart) {
                $apart[] = $sign;
            }
            $certainty = $effect === SignEffect::Review ? Certainty::Review : $certainty;
        }
        if ($apart !== []) {
            $isHome =
                in_array(Sign::FirstName->value, $apart, true) &&
                (isset($agreements[Comparison::ADDRESS]) || $this->circumstances->haveOneAddress($one->values, $other->values));

            return new Relation(
                null,
                $isHome ? $this->pair($one, $other, Certainty::Review, $agreements, $signs, $held) : null,
                $namesake,
                false,
            );
        }
        $isProven = $certainty === Certainty::Certain && $this->circumstances->prove($one->values, $other->values);

        return new Relation($this->pair($one, $other, $certainty, $agreements, $signs, $held), null, $namesake, $isProven);
    }

    /**
     * @param  array<string, Agreement>  $agreements  by field
     * @param  array<string, string>  $signs
     * @param  list<string>  $held  names of the rules that hold
     */
    private function pair(
        PreparedRecord $one,
        PreparedRecord $other,
        Certainty $certainty,
        array $agreements,
        array $signs,
        array $held,
    ): Pair {
        if (isset($agreements[Comparison::NAME])) {
            // The whole name, or address, says it already.
            unset($agreements['name.first'], $agreements['name.middle'], $agreements['name.last']);
        }
        if (isset($agreements[Comparison::ADDRESS])) {
            unset($agreements['address.line1'], $agreements['address.postal_code']);
        }
        $agreements += $this->circumstances->shared($agreements, $one->values, $other->values);
        $for = array_filter(
            array_map(static fn(Agreement $agreement): string => $agreement->reason, $agreements),
            static fn(string $reason): bool => $reason !== '',
        );
        $against = [
            ...array_values($signs),
            ...$this->circumstances->elsewhere($agreements, $one->values, $other->values),
            ...array_keys($agreements) === [Comparison::NAME] ? ['Nothing but the name agrees'] : [],
        ];

        return new Pair(
            $one->ref,
            $other->ref,
            $certainty,
            self::score($agreements, count($signs), $certainty),
            array_values($for),
            $against,
            $held,
        );
    }

    /**
     * @param  list<int>  $places  of comparisons
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     * @param  array<int, Agreement|false|null>  $known  what comparisons of this pair found before: false for no agreement, null for two blanks that are equal
     * @return ?array<string, Agreement> field to how it agrees; null if one of them does not
     */
    private function holds(array $places, array $one, array $other, array &$known): ?array
    {
        $found = [];
        foreach ($places as $place) {
            if (!array_key_exists($place, $known)) {
                [$comparison, $comparer, $at] = $this->comparisons[$place];
                $known[$place] = match (true) {
                    $one[$at] !== [] && $other[$at] !== [] => self::best($comparer, $one[$at], $other[$at]) ?? false,
                    $one[$at] === $other[$at] && $comparison->options->blanksEqual => null,
                    default => false,
                };
            }
            if ($known[$place] === false) {
                return null;
            }
            if ($known[$place] !== null) {
                $found[$this->comparisons[$place][0]->field] = $known[$place];
            }
        }

        return $found;
    }

    /**
     * @param  list<list<string>>  $one
     * @param  list<list<string>>  $other
     */
    private static function best(FieldComparer $comparer, array $one, array $other): ?Agreement
    {
        $best = null;
        foreach ($one as $a) {
            foreach ($other as $b) {
                $agreement = $comparer->compare($a, $b);
                if ($agreement !== null && ($best === null || $agreement->likeness > $best->likeness)) {
                    $best = $agreement;
                    if ($best->likeness === 1.0) {
                        return $best;
                    }
                }
            }
        }

        return $best;
    }

    /** @param  array<string, Agreement>  $agreements */
    private static function score(array $agreements, int $against, Certainty $certainty): int
    {
        $score = 0.0;
        foreach ($agreements as $field => $agreement) {
            $score += (self::POINTS[$field] ?? self::POINTS_OF_OTHERS) * $agreement->likeness;
        }

        // What is certain stands before what is not.
        return max(
            1,
            min(
                100,
                (int) round(
                    min(100.0, $score) * ($certainty === Certainty::Certain ? 0.5 : 0.7) -
                        self::POINTS_AGAINST * $against * 0.5 +
                        ($certainty === Certainty::Certain ? 50 : 0),
                ),
            ),
        );
    }
}
