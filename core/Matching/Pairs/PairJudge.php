<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Fields\Agreement;
use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Matching\Rules\SignEffect;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\Level;
use PineSieve\Core\Matching\Weights\Leveler;
use PineSieve\Core\Matching\Weights\Pattern;
use PineSieve\Core\Matching\Weights\SampledPair;
use PineSieve\Core\Matching\Weights\Tally;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Matching\Weights\Weigher;
use PineSieve\Core\Matching\Weights\WeightWords;
use PineSieve\Core\Names\SupporterKind;

/** Judges pairs of records by a rule set, and makes records ready for it. */
final class PairJudge
{
    /** What an agreement in a field adds to the score. */
    private const POINTS = [Comparison::ID => 45, 'email' => 35, 'phone' => 25, Comparison::ADDRESS => 25, 'birth_date' => 25, Comparison::NAME => 30];

    private const POINTS_OF_OTHERS = 8;

    private const POINTS_AGAINST = 20;

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

    /** What says whether two records are one, in a set by weight: its rules then say no more than who is compared. */
    private readonly ?Weigher $weigher;

    private readonly ?WeightWords $words;

    /** Of a set by weight, with how likely two must be one to be called certain by this edition. */
    public readonly ?Thresholds $thresholds;

    /** What it counts itself as it makes records ready. */
    private readonly ?Frequencies $counted;

    /** @param  ?Edition  $edition  what a set by weight goes by; null for the weights that come with the program, and counts of those that are made ready here: all that are searched */
    public function __construct(
        public readonly RuleSet $set,
        FieldComparers $comparers,
        ?Edition $edition = null,
    ) {
        foreach ($set->rules as $rule) {
            $this->rules[] = array_map(fn (Comparison $comparison): int => $this->comparison($comparison, $comparers), $rule->comparisons);
        }
        $looksAt = static fn (string $field): FieldComparer => $field === Comparison::NAME && $set->thresholds !== null ? Leveler::namesOf($set->kind)->comparer() : $comparers->of(new Comparison($field), $set->kind);
        $this->places = array_map(fn (string $field): int => $this->place($looksAt($field)), array_combine(Circumstances::FIELDS, Circumstances::FIELDS));
        $this->circumstances = new Circumstances($set->kind, $this->places);
        $this->leveler = new Leveler($this->places, $set->kind, $comparers->common);
        $this->counted = $set->thresholds !== null && $edition === null ? new Frequencies : null;
        $edition ??= $this->counted === null ? null : Edition::shipped($this->counted, $set->kind);
        $this->thresholds = $edition === null ? null : $set->thresholds?->from($edition->weights->spread->certainFrom($set->thresholds->wrong));
        $this->weigher = $set->thresholds === null || $edition === null ? null : new Weigher($edition->weights, $edition->frequencies);
        $this->words = $this->weigher === null || $edition === null ? null : new WeightWords($this->weigher, $edition->frequencies, $set->kind);
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

        return new SampledPair((string) $one->keys[$key], $this->lookups->weighed($one->keys[$key]), $this->leveler->pattern($one->values, $other->values), 1 / max(1, $shared));
    }

    public function prepare(int $ref, Traits $traits): PreparedRecord
    {
        $compared = $this->compared($ref, $traits);
        if ($this->counted !== null) {
            $this->count($compared, $this->counted);
        }

        return new PreparedRecord($ref, $compared->values, $this->lookups->keys($compared));
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

    /** @return ?Relation null if no rule holds */
    public function relation(PreparedRecord $one, PreparedRecord $other): ?Relation
    {
        [$one, $other] = $one->ref <= $other->ref ? [$one, $other] : [$other, $one];
        // The rules of a set by weight say by what two are found; all that they agree in is weighed then.
        if ($this->weigher !== null && $this->thresholds !== null) {
            return $this->byWeight($this->weigher, $this->thresholds, $one, $other);
        }
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

    /** @return float how likely two are one by weight, from 0 to 1; 0 in a set by rules */
    public function likely(PreparedRecord $one, PreparedRecord $other): float
    {
        return $this->weigher?->weigh($this->leveler->pattern($one->values, $other->values))->match ?? 0.0;
    }

    /** @return array{list<string>, list<string>} for and against two being one, by weight */
    public function words(PreparedRecord $one, PreparedRecord $other): array
    {
        return $this->words?->of($this->leveler->pattern($one->values, $other->values)) ?? [[], []];
    }

    private function byWeight(Weigher $weigher, Thresholds $thresholds, PreparedRecord $one, PreparedRecord $other): ?Relation
    {
        $pattern = $this->leveler->pattern($one->values, $other->values);
        $weighed = $weigher->weigh($pattern);
        $isOneName = $pattern->isOfOneName();
        $isNear = $isOneName && array_intersect_key($pattern->shared, [WeighedField::Address->value => 1, WeighedField::Email->value => 1, WeighedField::Phone->value => 1]) !== [];
        // Signs are weighed like all else, but for those that the set names; and two of one name and home are told from each other by them.
        $signs = $isNear || $this->set->signs !== [] ? $this->circumstances->signs($one->values, $other->values) : [];
        $namesake = $isNear ? Circumstances::namesake($signs) : null;
        if ($weighed->match < $thresholds->review) {
            $isHome = $this->set->kind === SupporterKind::Person && $weighed->home > 0.5 && $pattern->is(WeighedField::Address, Level::Same) && $pattern->is(WeighedField::First, Level::Differs);
            $home = $isHome ? $this->weighedPair($one, $other, $pattern, Certainty::Review, $weighed->match) : null;

            return $namesake === null && $home === null && ! $isOneName ? null : new Relation(null, $home, $namesake, false, $isOneName ? $weighed->match : null);
        }
        $effects = array_intersect_key($this->set->signs, $signs);
        if (in_array(SignEffect::Apart, $effects, true)) {
            return new Relation(null, null, $namesake, false);
        }
        $isSure = $pattern->isMoreThanName() && ! $pattern->isAnotherName() && ! $pattern->isPerhapsAnotherGeneration() && ! in_array(SignEffect::Review, $effects, true);
        $certainty = $isSure && $weighed->match >= $thresholds->certain ? Certainty::Certain : Certainty::Review;

        return new Relation($this->weighedPair($one, $other, $pattern, $certainty, $weighed->match), null, $namesake, $this->circumstances->prove($one->values, $other->values));
    }

    private function weighedPair(PreparedRecord $one, PreparedRecord $other, Pattern $pattern, Certainty $certainty, float $likely): Pair
    {
        [$for, $against] = $this->words?->of($pattern) ?? [[], []];

        return new Pair($one->ref, $other->ref, $certainty, Pair::scoreOf($likely), $for, $against, ['by weight'], $likely, ! $pattern->isMoreThanName());
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
