<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Fields\Agreement;
use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Matching\Rules\SignEffect;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\Leveler;
use PineSieve\Core\Matching\Weights\SampledPair;
use PineSieve\Core\Matching\Weights\Tally;

/** Judges pairs of records by a rule set, and makes records ready for it. */
final class PairJudge
{
    /** @var list<list<int>> of each rule, the places of its comparisons */
    private array $rules = [];

    /** @var list<array{Comparison, FieldComparer, int}> each comparison once, with the place of the values */
    private array $comparisons = [];

    /** @var array<string, FieldComparer> by preparation */
    private array $preparations = [];

    /** By what records are found that a rule may hold for. */
    public readonly Lookups $lookups;

    private readonly Circumstances $circumstances;

    /** @var array<string, int> field of Circumstances::FIELDS to the place of its values in a prepared record */
    private readonly array $places;

    private readonly Leveler $leveler;

    private readonly Judge $judge;

    /** Of a set by weight, with how likely two must be one to be called certain by this edition. */
    public readonly ?Thresholds $thresholds;

    /** What it counts itself as it makes records ready. */
    private readonly ?Frequencies $counted;

    /** @param  ?Edition  $edition  what a set by weight goes by; null for the weights that come with the program, and counts of those that are made ready here: all that are searched */
    public function __construct(public readonly RuleSet $set, FieldComparers $comparers, ?Edition $edition = null)
    {
        foreach ($set->rules as $rule) {
            $this->rules[] = array_map(fn(Comparison $comparison): int => $this->comparison($comparison, $comparers), $rule->comparisons);
        }
        $looksAt = static fn(string $field): FieldComparer => $field === Comparison::NAME && $set->thresholds !== null
            ? Leveler::namesOf($set->kind)->comparer()
            : $comparers->of(new Comparison($field), $set->kind);
        $this->places = array_map(
            fn(string $field): int => $this->place($looksAt($field)),
            array_combine(Circumstances::FIELDS, Circumstances::FIELDS),
        );
        $this->circumstances = new Circumstances($set->kind, $this->places);
        $this->leveler = new Leveler($this->places, $set->kind, $comparers->common);
        $this->counted = $set->thresholds !== null && $edition === null ? new Frequencies() : null;
        $edition ??= $this->counted === null ? null : Edition::shipped($this->counted, $set->kind);
        $this->thresholds =
            $edition === null ? null : $set->thresholds?->from($edition->weights->spread->certainFrom($set->thresholds->wrong));
        $this->judge =
            $this->thresholds === null || $edition === null
                ? new RuleJudge($set, $this->comparisons, $this->rules, $this->circumstances)
                : new WeightJudge($set, $this->thresholds, $edition, $this->leveler, $this->circumstances);
        $this->lookups = new Lookups($set, $this->comparisons, $this->rules);
    }

    /** @return array<string, int> field of Circumstances::FIELDS to the place of its values in a prepared record */
    public function places(): array
    {
        return $this->places;
    }

    /** Counts what a record is weighed by. */
    public function count(PreparedRecord $record, Frequencies|Tally $in, int $times = 1): void
    {
        $in->count($this->leveler->traits($record->values), $times);
    }

    /**
     * Two records that share a key, as weights are estimated from them.
     *
     * @param  int  $key  that they share
     */
    public function sampled(PreparedRecord $one, PreparedRecord $other, int $key): SampledPair
    {
        // A pair is drawn once for each key that it shares.
        $shared = count(array_intersect_key($one->keys, $other->keys));

        return new SampledPair(
            (string) $one->keys[$key],
            $this->lookups->weighed($one->keys[$key]),
            $this->leveler->pattern($one->values, $other->values),
            1 / max(1, $shared),
        );
    }

    public function prepare(int $ref, Traits $traits): PreparedRecord
    {
        $compared = $this->compared($ref, $traits);
        if ($this->counted !== null) {
            $this->count($compared, $this->counted);
        }

        return new PreparedRecord($ref, $compared->values, $this->lookups->keys($compared));
    }

    /** Whether a rule of a lookup may hold for two that share a key of it, told by what it asks for besides. */
    public function mayHold(int $lookup, Traits $one, Traits $other): bool
    {
        $places = $this->lookups->placesOfRest($lookup);

        return $this->lookups->mayHold($lookup, $this->valuesAt($places, $one), $this->valuesAt($places, $other));
    }

    /**
     * @param  list<int>  $places
     * @return array<int, list<list<string>>>
     */
    private function valuesAt(array $places, Traits $traits): array
    {
        $preparations = array_values($this->preparations);
        $values = [];
        foreach ($places as $place) {
            $values[$place] = $traits->prepared($preparations[$place]);
        }

        return $values;
    }

    /** Ready for being judged, without the keys by which it is found. */
    public function compared(int $ref, Traits $traits): PreparedRecord
    {
        return new PreparedRecord($ref, array_map($traits->prepared(...), array_values($this->preparations)), []);
    }

    /** @return ?Pair null if no rule holds, or a sign keeps the two apart */
    public function judge(PreparedRecord $one, PreparedRecord $other): ?Pair
    {
        return $this->relation($one, $other)?->pair;
    }

    /** @return ?Relation null if nothing speaks for the two being one */
    public function relation(PreparedRecord $one, PreparedRecord $other): ?Relation
    {
        return $one->ref <= $other->ref ? $this->judge->relation($one, $other) : $this->judge->relation($other, $one);
    }

    /** @return float how likely two are one by weight, from 0 to 1; 0 in a set by rules */
    public function likely(PreparedRecord $one, PreparedRecord $other): float
    {
        return $this->judge instanceof WeightJudge ? $this->judge->likely($one, $other) : 0.0;
    }

    /** @return array{list<string>, list<string>} for and against two being one, by weight; none in a set by rules */
    public function words(PreparedRecord $one, PreparedRecord $other): array
    {
        return $this->judge instanceof WeightJudge ? $this->judge->words($one, $other) : [[], []];
    }

    /**
     * What speaks for and against two records being one where no rule holds, or a sign keeps them apart.
     *
     * @return array{list<string>, list<string>}
     */
    public function reasons(PreparedRecord $one, PreparedRecord $other): array
    {
        $shared = $this->circumstances->shared([], $one->values, $other->values);

        return [
            array_values(array_map(static fn(Agreement $agreement): string => $agreement->reason, $shared)),
            [
                ...array_values($this->circumstances->signs($one->values, $other->values)),
                ...$this->circumstances->elsewhere($shared, $one->values, $other->values),
            ],
        ];
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
