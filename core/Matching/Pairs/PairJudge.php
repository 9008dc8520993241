<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Fields\Agreement;
use PineSieve\Core\Matching\Fields\DateComparer;
use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\NameComparer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Matching\Rules\SignEffect;
use PineSieve\Core\Names\SupporterKind;

/** Judges pairs of records by a rule set, and makes records ready for it. */
final class PairJudge
{
    /** What an agreement in a field adds to the score. */
    private const POINTS = [Comparison::ID => 45, 'email' => 35, 'phone' => 25, Comparison::ADDRESS => 25, 'birth_date' => 25, Comparison::NAME => 30];

    private const POINTS_OF_OTHERS = 8;

    private const POINTS_AGAINST = 20;

    /** Values that the signs against a pair look at, whatever the rules compare. */
    private const SIGNS = [Comparison::NAME, Comparison::ID, 'birth_date', Comparison::ADDRESS, 'email', 'phone'];

    /** Selectivity from which a field alone says enough for a rule to be looked up by it. */
    private const TELLING = 60;

    /** @var list<list<int>> of each rule, the places of its comparisons */
    private array $rules = [];

    /** @var list<array{Comparison, FieldComparer, int}> each comparison once, with the place of the values */
    private array $comparisons = [];

    /** @var array<string, FieldComparer> by preparation */
    private array $preparations = [];

    /** @var array<string, int> field of SIGNS to the place of its values */
    private array $places = [];

    /** @var list<non-empty-list<int>> places of comparisons that one rule or several are looked up by */
    private array $lookups = [];

    /** @var list<non-empty-list<int>> of each of them, the rules */
    private array $rulesOf = [];

    public function __construct(
        public readonly RuleSet $set,
        FieldComparers $comparers,
    ) {
        foreach ($set->rules as $rule) {
            $this->rules[] = array_map(fn (Comparison $comparison): int => $this->comparison($comparison, $comparers), $rule->comparisons);
        }
        foreach (self::SIGNS as $field) {
            $this->places[$field] = $this->place($comparers->of(new Comparison($field), $set->kind));
        }
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
    }

    public function prepare(int $ref, Traits $traits): PreparedRecord
    {
        $values = array_map(static fn (FieldComparer $comparer): array => $comparer->values($traits), array_values($this->preparations));
        $keys = [];
        foreach ($this->lookups as $lookup => $places) {
            foreach ($this->traces($places, $values) as $trace) {
                $keys[self::key("{$lookup}|{$trace}")] = $lookup;
            }
        }

        return new PreparedRecord($ref, $values, $keys);
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
        [$one, $other] = $one->ref <= $other->ref ? [$one, $other] : [$other, $one];
        $certainty = null;
        $held = [];
        $agreements = [];
        $known = [];
        foreach ($this->rules as $number => $places) {
            $found = $this->holds($places, $one->values, $other->values, $known);
            if ($found !== null) {
                $rule = $this->set->rules[$number];
                $certainty = $certainty === Certainty::Certain ? $certainty : $rule->certainty;
                $held[] = $rule->name;
                foreach ($found as $field => $agreement) {
                    $agreements[$field] = ! isset($agreements[$field]) || $agreement->likeness > $agreements[$field]->likeness ? $agreement : $agreements[$field];
                }
            }
        }
        if ($certainty === null) {
            return null;
        }
        $signs = $this->signs($one->values, $other->values);
        foreach (array_keys($signs) as $sign) {
            $effect = $this->set->effect(Sign::from($sign));
            if ($effect === SignEffect::Apart) {
                return null;
            }
            $certainty = $effect === SignEffect::Review ? Certainty::Review : $certainty;
        }
        if (isset($agreements[Comparison::NAME])) {
            // The whole name says it already.
            unset($agreements['name.first'], $agreements['name.last']);
        }
        $agreements += $this->further($agreements, $one->values, $other->values);

        return new Pair($one->ref, $other->ref, $certainty, self::score($agreements, count($signs), $certainty), array_values(array_map(static fn (Agreement $agreement): string => $agreement->reason, array_filter($agreements, static fn (Agreement $agreement): bool => $agreement->reason !== ''))), [...array_values($signs), ...$this->elsewhere($agreements, $one->values, $other->values)], $held);
    }

    /**
     * What speaks for and against two records being one where no rule holds, or a sign keeps them apart.
     *
     * @return array{list<string>, list<string>}
     */
    public function reasons(PreparedRecord $one, PreparedRecord $other): array
    {
        $shared = $this->further([], $one->values, $other->values);

        return [array_values(array_map(static fn (Agreement $agreement): string => $agreement->reason, $shared)), [...array_values($this->signs($one->values, $other->values)), ...$this->elsewhere($shared, $one->values, $other->values)]];
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

    /**
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     * @return array<string, string> value of a Sign to what it says
     */
    private function signs(array $one, array $other): array
    {
        $signs = [];
        [$dates, $otherDates] = [$one[$this->places['birth_date']], $other[$this->places['birth_date']]];
        if ($dates !== [] && $otherDates !== [] && $dates[0][0] !== $otherDates[0][0] && DateComparer::swapped($dates[0][0]) !== $otherDates[0][0]) {
            $signs[Sign::BirthDate->value] = "Born on different days: {$dates[0][0]}, {$otherDates[0][0]}";
        }
        $otherId = self::otherId($one[$this->places[Comparison::ID]], $other[$this->places[Comparison::ID]]);
        if ($otherId !== null) {
            $signs[Sign::OtherId->value] = $otherId;
        }
        if ($this->differ('email', $one, $other) && $this->differ('phone', $one, $other)) {
            $signs[Sign::OtherContacts->value] = 'Both have an email and a phone, and neither is the same';
        }
        [$names, $otherNames] = [$one[$this->places[Comparison::NAME]], $other[$this->places[Comparison::NAME]]];
        if ($this->set->kind === SupporterKind::Person && $names !== [] && $otherNames !== []) {
            $signs += self::namesAgainst($names, $otherNames);
        }

        return $signs;
    }

    /**
     * @param  non-empty-list<list<string>>  $names
     * @param  non-empty-list<list<string>>  $others
     * @return array<string, string>
     */
    private static function namesAgainst(array $names, array $others): array
    {
        [$one, $other] = [$names[0], $others[0]];
        $signs = [];
        [$generation, $otherGeneration] = NameComparer::generations($one, $other);
        if ($generation !== $otherGeneration) {
            $sign = $generation !== '' && $otherGeneration !== '' ? Sign::Generation : Sign::GenerationLeftOut;
            $signs[$sign->value] = $sign === Sign::Generation ? "One is {$generation}, the other {$otherGeneration}" : "Only one is {$generation}{$otherGeneration}";
        }
        if (NameComparer::hasOtherMiddle($one, $other)) {
            $signs[Sign::MiddleName->value] = "The middle names differ: {$one[0]}, {$other[0]}";
        }
        foreach ($names as $name) {
            foreach ($others as $otherName) {
                if (! NameComparer::hasOtherFirst($name, $otherName)) {
                    return $signs;
                }
            }
        }
        $signs[Sign::FirstName->value] = "The first names differ: {$one[0]}, {$other[0]}";

        return $signs;
    }

    /**
     * @param  list<list<string>>  $one  ids
     * @param  list<list<string>>  $other
     */
    private static function otherId(array $one, array $other): ?string
    {
        $differs = null;
        foreach ($one as $a) {
            foreach ($other as $b) {
                if ($a[1] === $b[1]) {
                    return null;
                }
                $differs = $a[2] === $b[2] ? "{$a[3]} has them as two: {$a[0]}, {$b[0]}" : $differs;
            }
        }

        return $differs;
    }

    /**
     * What agrees beside what the rules that hold look at.
     *
     * @param  array<string, Agreement>  $known
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     * @return array<string, Agreement>
     */
    private function further(array $known, array $one, array $other): array
    {
        $further = [];
        $words = ['email' => 'Same email', 'phone' => 'Same phone', Comparison::ADDRESS => 'Same address once both are in standard form', 'birth_date' => 'Same birth date', Comparison::ID => 'Same id in another system'];
        foreach ($words as $field => $reason) {
            if (! isset($known[$field]) && self::shares($one[$this->places[$field]], $other[$this->places[$field]])) {
                $further[$field] = new Agreement(1.0, $reason);
            }
        }

        return $further;
    }

    /**
     * Ways to reach that both have, and none of them the same: no sign of their own, but worth knowing.
     *
     * @param  array<string, Agreement>  $agreements
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     * @return list<string>
     */
    private function elsewhere(array $agreements, array $one, array $other): array
    {
        $elsewhere = [];
        foreach (['email', 'phone', Comparison::ADDRESS] as $field) {
            if (! isset($agreements[$field]) && $this->differ($field, $one, $other)) {
                $elsewhere[] = "Another {$field}";
            }
        }

        return $elsewhere;
    }

    /**
     * Whether both have one, and none in common.
     *
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     */
    private function differ(string $field, array $one, array $other): bool
    {
        [$ours, $theirs] = [$one[$this->places[$field]], $other[$this->places[$field]]];

        return $ours !== [] && $theirs !== [] && ! self::shares($ours, $theirs);
    }

    /**
     * @param  list<list<string>>  $one
     * @param  list<list<string>>  $other
     */
    private static function shares(array $one, array $other): bool
    {
        foreach ($one as $a) {
            foreach ($other as $b) {
                if (($a[1] ?? $a[0]) === ($b[1] ?? $b[0])) {
                    return true;
                }
            }
        }

        return false;
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

    private static function key(string $trace): int
    {
        /** @var array{1: int} $parts */
        $parts = unpack('q', hash('xxh3', $trace, true));

        return $parts[1];
    }
}
