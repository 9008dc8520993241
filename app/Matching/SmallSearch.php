<?php

declare(strict_types=1);

namespace App\Matching;

use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\Namesakes;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PreparedRecord;
use PineSieve\Core\Matching\Pairs\Relation;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Records\SupporterRecord;

/** Some supporters, compared with each other by the rules in use as they are told to meet. */
final class SmallSearch
{
    /** @var array<string, PairJudge> by kind */
    private array $judges = [];

    /** @var array<int, PreparedRecord> */
    private array $prepared = [];

    /** @var array<int, array<int, ?Relation>> the lower number to the higher */
    private array $relations = [];

    /** @var array<string, true> numbers of two who were held against each other for the sake of a third, and have no key in common */
    private array $inCircle = [];

    /** @param  array<int, SupporterRecord>  $records  by their numbers */
    public function __construct(private readonly RuleSets $sets, private readonly array $records) {}

    public function meet(int $one, int $other): ?Relation
    {
        [$one, $other] = [min($one, $other), max($one, $other)];
        if (
            $one === $other ||
            !isset($this->records[$one], $this->records[$other]) ||
            $this->records[$one]->kind() !== $this->records[$other]->kind()
        ) {
            return null;
        }
        if (!array_key_exists($other, $this->relations[$one] ?? [])) {
            $this->relations[$one][$other] = $this->judge($one)->relation($this->prepared($one), $this->prepared($other));
        }

        return $this->relations[$one][$other];
    }

    public function compared(): int
    {
        return array_sum(array_map(count(...), $this->relations));
    }

    /**
     * What is certain of one who has namesakes among those who met is to be reviewed.
     *
     * @param  ?list<int>  $about  of whom all is told; of pairs of others, those alone that are doubtful by now. Null for all of everyone
     * @return array<string, Pair> by the numbers of both
     */
    public function found(?array $about = null): array
    {
        $this->closeTheCircles();
        $isAbout = array_flip($about ?? []);
        $namesakes = new Namesakes();
        foreach ($this->known() as [$one, $other, $relation]) {
            $namesakes->tell($one, $other, $relation);
        }
        $found = [];
        foreach ($namesakes->areKnown() ? $this->known() : [] as [, , $relation]) {
            if ($relation->pair?->certainty === Certainty::Certain) {
                $namesakes->near($relation->pair);
            }
        }
        foreach ($this->known() as [$one, $other, $relation]) {
            $pair = $relation->pair === null ? null : $namesakes->settled($relation->pair, $relation->isProven);
            if (
                $pair !== null &&
                ($pair !== $relation->pair || !isset($this->inCircle["{$one} {$other}"])) &&
                ($about === null || isset($isAbout[$one]) || isset($isAbout[$other]) || $pair !== $relation->pair)
            ) {
                $found["{$one} {$other}"] = $pair;
            }
        }

        return $found;
    }

    /** @return array<string, Pair> by the numbers of both: two who may be a household */
    public function homes(): array
    {
        $homes = [];
        foreach ($this->known() as [$one, $other, $relation]) {
            if ($relation->home !== null) {
                $homes["{$one} {$other}"] = $relation->home;
            }
        }

        return $homes;
    }

    /** @return array{list<string>, list<string>} what speaks for two being one, and against it, where no rule holds or a sign keeps them apart */
    public function reasons(int $one, int $other): array
    {
        return $this->judge($one)->reasons($this->prepared($one), $this->prepared($other));
    }

    /** Whoever is near to the same one is held against each other: they may be namesakes. */
    private function closeTheCircles(): void
    {
        $near = [];
        foreach ($this->known() as [$one, $other, $relation]) {
            if ($relation->namesake !== null || $relation->pair?->certainty === Certainty::Certain) {
                $near[$one][] = $other;
                $near[$other][] = $one;
            }
        }
        foreach ($near as $others) {
            foreach ($others as $i => $one) {
                foreach (array_slice($others, 0, $i) as $other) {
                    if ($one !== $other && !array_key_exists(max($one, $other), $this->relations[min($one, $other)] ?? [])) {
                        $this->inCircle[min($one, $other) . ' ' . max($one, $other)] = true;
                        $this->meet($one, $other);
                    }
                }
            }
        }
    }

    /** @return list<array{int, int, Relation}> */
    private function known(): array
    {
        $known = [];
        foreach ($this->relations as $one => $others) {
            foreach ($others as $other => $relation) {
                if ($relation !== null) {
                    $known[] = [$one, $other, $relation];
                }
            }
        }

        return $known;
    }

    private function judge(int $of): PairJudge
    {
        $kind = $this->records[$of]->kind();

        return $this->judges[$kind->value] ??= $this->sets->judge($kind);
    }

    private function prepared(int $id): PreparedRecord
    {
        return $this->prepared[$id] ??= $this->judge($id)->compared($id, Traits::ofStored($this->records[$id], new AddressStandardizer()));
    }
}
