<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Fields\Agreement;
use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Matching\Rules\SignEffect;

/** Judges pairs of records by a rule set, and makes records ready for it. */
final class PairJudge
{
    /** What an agreement in a field adds to the score. */
    private const POINTS = [Comparison::ID => 45, 'email' => 35, 'phone' => 25, Comparison::ADDRESS => 25, 'birth_date' => 25, Comparison::NAME => 30];

    private const POINTS_OF_OTHERS = 8;

    private const POINTS_AGAINST = 20;

    /** Selectivity from which a field alone says enough for a rule to be looked up by it. */
    private const TELLING = 60;

    /** Another one wherever values are read, or leave traces, otherwise than before: keys that were kept are made anew then. */
    private const READING = 3;

    /** @var list<list<int>> of each rule, the places of its comparisons */
    private array $rules = [];

    /** @var list<array{Comparison, FieldComparer, int}> each comparison once, with the place of the values */
    private array $comparisons = [];

    /** @var array<string, FieldComparer> by preparation */
    private array $preparations = [];

    /** @var list<non-empty-list<int>> places of comparisons that one rule or several are looked up by */
    private array $lookups = [];

    /** @var list<non-empty-list<int>> of each of them, the rules */
    private array $rulesOf = [];

    /** @var list<string> of each of them, what is equal where values leave the same traces, in whatever set */
    private array $lookupNames = [];

    private readonly Circumstances $circumstances;

    public function __construct(
        public readonly RuleSet $set,
        FieldComparers $comparers,
    ) {
        foreach ($set->rules as $rule) {
            $this->rules[] = array_map(fn (Comparison $comparison): int => $this->comparison($comparison, $comparers), $rule->comparisons);
        }
        $this->circumstances = new Circumstances($set->kind, array_map(fn (string $field): int => $this->place($comparers->of(new Comparison($field), $set->kind)), array_combine(Circumstances::FIELDS, Circumstances::FIELDS)));
        foreach ($this->rules as $rule => $places) {
            $by = $this->strongest($places);
            $lookup = array_search($by, $this->lookups, true);
            if ($lookup === false) {
                $this->lookups[] = $by;
                $this->rulesOf[] = [$rule];
            } else {
                $this->rulesOf[$lookup][] = $rule;
            }
        }
        foreach ($this->lookups as $places) {
            $this->lookupNames[] = implode('&', array_map(fn (int $place): string => "{$this->comparisons[$place][1]->preparation()}:{$this->comparisons[$place][0]->traced()}", $places));
        }
    }

    public function prepare(int $ref, Traits $traits): PreparedRecord
    {
        $compared = $this->compared($ref, $traits);
        $keys = [];
        foreach ($this->lookups as $lookup => $places) {
            foreach ($this->traces($places, $compared->values) as $trace) {
                $keys[MatchKey::of("{$this->lookupNames[$lookup]}|{$trace}")->hash] = $lookup;
            }
        }

        return new PreparedRecord($ref, $compared->values, $keys);
    }

    /** Ready for being judged, without the keys by which it is found. */
    public function compared(int $ref, Traits $traits): PreparedRecord
    {
        return new PreparedRecord($ref, array_map(static fn (FieldComparer $comparer): array => $comparer->values($traits), array_values($this->preparations)), []);
    }

    /** What the keys of records depend on: two judges with the same recipe give the same keys. */
    public function recipe(): string
    {
        return self::READING."\n".implode("\n", $this->lookupNames);
    }

    /** @return int how many records may share a key of a lookup before it says too little */
    public function most(int $lookup): int
    {
        return max(array_map(fn (int $rule): int => $this->set->rules[$rule]->most, $this->rulesOf[$lookup]));
    }

    /**
     * Further keys of records that share one that says too little: by the comparisons of its rules that they were not looked up by.
     *
     * @return list<string> none if there are no further comparisons
     */
    public function refined(int $lookup, PreparedRecord $record): array
    {
        $refined = [];
        foreach ($this->rulesOf[$lookup] as $rule) {
            $rest = array_values(array_filter($this->rules[$rule], fn (int $place): bool => ! in_array($place, $this->lookups[$lookup], true) && ! $this->comparisons[$place][0]->options->blanksEqual));
            foreach ($rest === [] ? [] : $this->traces($rest, $record->values) as $trace) {
                $refined[] = "{$rule}|{$trace}";
            }
        }

        return $refined;
    }

    /** Names of the rules that are looked up so. */
    public function rules(int $lookup): string
    {
        return implode(', ', array_map(fn (int $rule): string => $this->set->rules[$rule]->name, $this->rulesOf[$lookup]));
    }

    /** What a key stands for, as people read it. */
    public function shown(int $lookup, PreparedRecord $record): string
    {
        return implode(', ', array_map(fn (int $place): string => $record->values[$this->comparisons[$place][2]][0][0] ?? '', $this->lookups[$lookup]));
    }

    /** @return ?Pair null if no rule holds, or a sign keeps the two apart */
    public function judge(PreparedRecord $one, PreparedRecord $other): ?Pair
    {
        return $this->relation($one, $other)?->pair;
    }

    /** @return ?Relation null if no rule holds */
    public function relation(PreparedRecord $one, PreparedRecord $other): ?Relation
    {
        [$one, $other] = $one->ref <= $other->ref ? [$one, $other] : [$other, $one];
        $known = [];
        $found = array_filter(array_map(function (array $places) use ($one, $other, &$known): ?array {
            return $this->holds($places, $one->values, $other->values, $known);
        }, $this->rules), static fn (?array $of): bool => $of !== null);
        $signs = $found === [] ? [] : $this->circumstances->signs($one->values, $other->values);
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
                $agreements[$field] = ! isset($agreements[$field]) || $agreement->likeness > $agreements[$field]->likeness ? $agreement : $agreements[$field];
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
            $isHome = in_array(Sign::FirstName->value, $apart, true) && (isset($agreements[Comparison::ADDRESS]) || $this->circumstances->haveOneAddress($one->values, $other->values));

            return new Relation(null, $isHome ? $this->pair($one, $other, Certainty::Review, $agreements, $signs, $held) : null, $namesake, false);
        }
        $isProven = $certainty === Certainty::Certain && $this->circumstances->prove($one->values, $other->values);

        return new Relation($this->pair($one, $other, $certainty, $agreements, $signs, $held), null, $namesake, $isProven);
    }

    /**
     * @param  array<string, Agreement>  $agreements  by field
     * @param  array<string, string>  $signs
     * @param  list<string>  $held  names of the rules that hold
     */
    private function pair(PreparedRecord $one, PreparedRecord $other, Certainty $certainty, array $agreements, array $signs, array $held): Pair
    {
        if (isset($agreements[Comparison::NAME])) {
            // The whole name, or address, says it already.
            unset($agreements['name.first'], $agreements['name.middle'], $agreements['name.last']);
        }
        if (isset($agreements[Comparison::ADDRESS])) {
            unset($agreements['address.line1'], $agreements['address.postal_code']);
        }
        $agreements += $this->circumstances->shared($agreements, $one->values, $other->values);
        $for = array_filter(array_map(static fn (Agreement $agreement): string => $agreement->reason, $agreements), static fn (string $reason): bool => $reason !== '');
        $against = [...array_values($signs), ...$this->circumstances->elsewhere($agreements, $one->values, $other->values), ...(array_keys($agreements) === [Comparison::NAME] ? ['Nothing but the name agrees'] : [])];

        return new Pair($one->ref, $other->ref, $certainty, self::score($agreements, count($signs), $certainty), array_values($for), $against, $held);
    }

    /**
     * What speaks for and against two records being one where no rule holds, or a sign keeps them apart.
     *
     * @return array{list<string>, list<string>}
     */
    public function reasons(PreparedRecord $one, PreparedRecord $other): array
    {
        $shared = $this->circumstances->shared([], $one->values, $other->values);

        return [array_values(array_map(static fn (Agreement $agreement): string => $agreement->reason, $shared)), [...array_values($this->circumstances->signs($one->values, $other->values)), ...$this->circumstances->elsewhere($shared, $one->values, $other->values)]];
    }

    /** @return ?string name of the sign that keeps two apart whatever the rules say; null if none does */
    public function keptApart(PreparedRecord $one, PreparedRecord $other): ?string
    {
        foreach (array_keys($this->circumstances->signs($one->values, $other->values)) as $sign) {
            if ($this->set->effect(Sign::from($sign)) === SignEffect::Apart) {
                return $sign;
            }
        }

        return null;
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
            if (! array_key_exists($place, $known)) {
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
        return max(1, min(100, (int) round(min(100.0, $score) * ($certainty === Certainty::Certain ? 0.5 : 0.7) - self::POINTS_AGAINST * $against * 0.5 + ($certainty === Certainty::Certain ? 50 : 0))));
    }

    /**
     * @param  list<int>  $places  of comparisons
     * @param  list<list<list<string>>>  $values
     * @return list<string> one for each way in which their traces go together
     */
    private function traces(array $places, array $values): array
    {
        $traces = [''];
        foreach ($places as $place) {
            [, $comparer, $at] = $this->comparisons[$place];
            $own = [];
            foreach ($values[$at] as $value) {
                array_push($own, ...$comparer->traces($value));
            }
            $both = [];
            foreach (array_unique($own) as $trace) {
                foreach ($traces as $before) {
                    $both[] = "{$before}|{$trace}";
                }
            }
            $traces = $both;
        }

        return array_values(array_unique($traces));
    }

    /**
     * The comparison whose values the fewest records share; where even that says little, the next ones with it, if they have few traces.
     *
     * @param  list<int>  $places  of comparisons
     * @return non-empty-list<int>
     */
    private function strongest(array $places): array
    {
        $usable = array_values(array_filter($places, fn (int $place): bool => ! $this->comparisons[$place][0]->options->blanksEqual));
        usort($usable, fn (int $a, int $b): int => $this->comparisons[$b][1]->selectivity() <=> $this->comparisons[$a][1]->selectivity());
        if ($usable === []) {
            throw new \LogicException('A rule has a comparison that blanks do not fulfil.');
        }
        $first = array_shift($usable);
        if ($this->comparisons[$first][1]->selectivity() >= self::TELLING) {
            return [$first];
        }

        return [$first, ...array_slice(array_values(array_filter($usable, fn (int $place): bool => $this->comparisons[$place][0]->how !== How::Alike)), 0, 2)];
    }

    /** @return int where the comparison stands: equal ones are made once for a pair */
    private function comparison(Comparison $comparison, FieldComparers $comparers): int
    {
        foreach ($this->comparisons as $place => [$known]) {
            if ($known->toArray() === $comparison->toArray()) {
                return $place;
            }
        }
        $comparer = $comparers->of($comparison, $this->set->kind);
        $this->comparisons[] = [$comparison, $comparer, $this->place($comparer)];

        return count($this->comparisons) - 1;
    }

    private function place(FieldComparer $comparer): int
    {
        $this->preparations[$comparer->preparation()] ??= $comparer;

        return (int) array_search($comparer->preparation(), array_keys($this->preparations), true);
    }
}
