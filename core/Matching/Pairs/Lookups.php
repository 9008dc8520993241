<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Fields\FieldComparer;
use PineSieve\Core\Matching\Fields\Sketched;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Weights\WeighedField;

/**
 * By what the records are found that a rule may hold for: of each rule, the comparison whose values the fewest records share.
 * Records that may agree in it have a key in common; rules that go by the same comparison share a lookup.
 */
final class Lookups
{
    /** Selectivity from which a field alone says enough for a rule to be looked up by it. */
    private const TELLING = 75;

    /** Another one wherever values are read, or leave traces, otherwise than before: keys that were kept are made anew then. */
    private const READING = 7;

    /** What many have as they have a name. */
    private const WHOLE_NAMES = [Comparison::NAME, 'name.first', 'name.last'];

    /** @var list<non-empty-list<int>> of each lookup, the places of its comparisons */
    private array $places = [];

    /** @var list<non-empty-list<int>> of each, the rules */
    private array $rulesOf = [];

    /** @var array<int, list<int>> rule to the places of its comparisons by which it is not looked up, and which two must agree in */
    private array $rests = [];

    /** @var list<string> of each, what is equal where values leave the same traces, in whatever set */
    private array $names = [];

    /**
     * @param  list<array{Comparison, FieldComparer, int}>  $comparisons  with the place of the values
     * @param  list<list<int>>  $rules  of each rule of the set, the places of its comparisons
     */
    public function __construct(private readonly RuleSet $set, private readonly array $comparisons, private readonly array $rules)
    {
        foreach ($rules as $rule => $places) {
            $by = $this->strongest($places);
            $this->rests[$rule] = array_values(
                array_filter(
                    $places,
                    static fn(int $place): bool => !in_array($place, $by, true) && !$comparisons[$place][0]->options->blanksEqual,
                ),
            );
            $lookup = array_search($by, $this->places, true);
            if ($lookup === false) {
                $this->places[] = $by;
                $this->rulesOf[] = [$rule];
            } else {
                $this->rulesOf[$lookup][] = $rule;
            }
        }
        foreach ($this->places as $places) {
            $this->names[] = implode(
                '&',
                array_map(
                    fn(int $place): string => "{$this->comparisons[$place][1]->preparation()}:{$this->comparisons[$place][0]->traced()}",
                    $places,
                ),
            );
        }
    }

    /** @return array<int, int> key (64 bits) of a record to the place of its lookup */
    public function keys(PreparedRecord $record): array
    {
        $keys = [];
        foreach (array_keys($this->places) as $lookup) {
            foreach ($this->keysOf($lookup, $record) as $key) {
                $keys[$key] = $lookup;
            }
        }

        return $keys;
    }

    /** @return list<int> keys of a record by one lookup */
    public function keysOf(int $lookup, PreparedRecord $record): array
    {
        return array_map(
            fn(string $trace): int => MatchKey::hashed("{$this->names[$lookup]}|{$trace}"),
            $this->traces($this->places[$lookup], $record->values),
        );
    }

    /** @return array<int, string> lookup to what is equal where it gives the same keys, in whatever set */
    public function names(): array
    {
        return $this->names;
    }

    /** What the keys of records depend on: two with the same recipe give the same keys. */
    public function recipe(): string
    {
        return self::READING . "\n" . implode("\n", $this->names);
    }

    /** @return int how many records may share a key of a lookup before it says too little */
    public function most(int $lookup): int
    {
        return max(array_map(fn(int $rule): int => $this->set->rules[$rule]->most, $this->rulesOf[$lookup]));
    }

    /**
     * Further keys of records that share one: by the comparisons of its rules that they were not looked up by.
     *
     * @param  array<int, list<list<string>>>  $values  of a record, at least those at placesOfRest()
     * @return list<string> of which two have one in common if one of the rules may hold for them; none if there are no further comparisons
     */
    public function further(int $lookup, array $values): array
    {
        $further = [];
        foreach ($this->rulesOf[$lookup] as $rule) {
            foreach ($this->rests[$rule] === [] ? [] : $this->traces($this->rests[$rule], $values) as $trace) {
                $further[] = "{$rule}|{$trace}";
            }
        }

        return $further;
    }

    /**
     * Whether one of the rules may hold for two that share a key: whether further() of the two has one in common.
     *
     * @param  array<int, list<list<string>>>  $one  values, at least those at placesOfRest()
     * @param  array<int, list<list<string>>>  $other
     */
    public function mayHold(int $lookup, array $one, array $other): bool
    {
        foreach ($this->rulesOf[$lookup] as $rule) {
            $rest = $this->rests[$rule];
            if (
                $rest !== [] &&
                $this->mayMeet($rest, $one, $other) &&
                array_intersect($this->traces($rest, $one), $this->traces($rest, $other)) !== []
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * Whether two may have traces in common, as far as it is told without them.
     *
     * @param  list<int>  $places  of comparisons
     * @param  array<int, list<list<string>>>  $one
     * @param  array<int, list<list<string>>>  $other
     */
    private function mayMeet(array $places, array $one, array $other): bool
    {
        foreach ($places as $place) {
            [, $comparer, $at] = $this->comparisons[$place];
            if (
                $comparer instanceof Sketched &&
                array_intersect(self::sketch($comparer, $one[$at]), self::sketch($comparer, $other[$at])) === []
            ) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param  list<list<string>>  $values
     * @return list<string>
     */
    private static function sketch(Sketched $comparer, array $values): array
    {
        return $values === [] ? [] : array_merge(...array_map($comparer->sketch(...), $values));
    }

    /** @return list<int> places of the values that the rules of a lookup ask for besides */
    public function placesOfRest(int $lookup): array
    {
        $places = [];
        foreach ($this->rulesOf[$lookup] as $rule) {
            foreach ($this->rests[$rule] as $comparison) {
                $places[$this->comparisons[$comparison][2]] = true;
            }
        }

        return array_keys($places);
    }

    /**
     * Whether it is by an address, and what its rules ask for besides is all said by a supporter itself, its name or another field of its own:
     * then most of those who share a key can be passed over before what hangs on them is read. A house number and a postal code say nothing of a person;
     * who shares a birth date, or an email but for a slip, is weighed whatever the names say: people marry.
     */
    public function isNarrowed(int $lookup): bool
    {
        if (array_filter($this->places[$lookup], fn(int $at): bool => $this->comparisons[$at][0]->field !== Comparison::ADDRESS) !== []) {
            return false;
        }
        foreach ($this->rulesOf[$lookup] as $rule) {
            $further = array_filter($this->rests[$rule], fn(int $place): bool => !$this->comparisons[$place][0]->isOfSupporterItself());
            if ($this->rests[$rule] === [] || $further !== []) {
                return false;
            }
        }

        return true;
    }

    /** Whether it is by nothing but a name: of names that many have, that says next to nothing. */
    public function isOfName(int $lookup): bool
    {
        $beside = array_filter(
            $this->places[$lookup],
            fn(int $place): bool => !in_array($this->comparisons[$place][0]->field, self::WHOLE_NAMES, true),
        );

        return $beside === [];
    }

    /** Whether those who share a key of it are of one name. */
    public function isName(int $lookup): bool
    {
        return $this->isOfName($lookup) &&
            array_filter(
                $this->places[$lookup],
                fn(int $place): bool => $this->comparisons[$place][0]->options->initials ||
                    $this->comparisons[$place][0]->how !== How::Exact,
            ) === [];
    }

    /** @return list<WeighedField> what its keys are made of, of what is weighed */
    public function weighed(int $lookup): array
    {
        return array_merge(
            ...array_map(fn(int $place): array => WeighedField::ofCompared($this->comparisons[$place][0]->field), $this->places[$lookup]),
        );
    }

    /** Names of the rules that are looked up so. */
    public function rules(int $lookup): string
    {
        return implode(', ', array_map(fn(int $rule): string => $this->set->rules[$rule]->name, $this->rulesOf[$lookup]));
    }

    /** What a key stands for, as people read it. */
    public function shown(int $lookup, PreparedRecord $record): string
    {
        return implode(
            ', ',
            array_map(fn(int $place): string => $record->values[$this->comparisons[$place][2]][0][0] ?? '', $this->places[$lookup]),
        );
    }

    /**
     * @param  list<int>  $places  of comparisons
     * @param  array<int, list<list<string>>>  $values
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
        $usable = array_values(array_filter($places, fn(int $place): bool => !$this->comparisons[$place][0]->options->blanksEqual));
        usort($usable, fn(int $a, int $b): int => $this->comparisons[$b][1]->selectivity() <=> $this->comparisons[$a][1]->selectivity());
        if ($usable === []) {
            throw new \LogicException('A rule has a comparison that blanks do not fulfil.');
        }
        $first = array_shift($usable);
        if ($this->comparisons[$first][1]->selectivity() >= self::TELLING) {
            return [$first];
        }

        return [
            $first,
            ...array_slice(
                array_values(array_filter($usable, fn(int $place): bool => $this->comparisons[$place][0]->how !== How::Alike)),
                0,
                2,
            ),
        ];
    }
}
