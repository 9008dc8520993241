<?php

declare(strict_types=1);

namespace App\Duplicates;

use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Rules\Certainty;

/** What a rule set that is tried finds, near its borders and beside the set in use. Holds a few examples, not all pairs. */
final class Trial
{
    private const EXAMPLES = 12;

    /** @var array<int, array<int, Certainty>> pairs that the set in use finds */
    private array $inUse = [];

    private int $inUseCount = 0;

    /** @var array{certain: int, review: int, added: int, dropped: int, other: int} */
    private array $counts = ['certain' => 0, 'review' => 0, 'added' => 0, 'dropped' => 0, 'other' => 0];

    /** Kinds of example to the end of the scores that is shown: the lowest, or the highest. */
    private const KINDS = ['least certain' => SORT_ASC, 'nearly certain' => SORT_DESC, 'least likely' => SORT_ASC, 'added' => SORT_DESC, 'other' => SORT_DESC, 'dropped' => SORT_DESC];

    /** @var array<string, list<Pair>> */
    private array $examples = [];

    /** @var array<int, array<int, Pair>> examples of what the set in use finds */
    private array $old = [];

    public function inUse(Pair $pair): void
    {
        $this->inUse[$pair->one][$pair->other] = $pair->certainty;
        $this->inUseCount++;
        if ($this->inUseCount <= 2000) {
            $this->old[$pair->one][$pair->other] = $pair;
        }
    }

    public function found(Pair $pair): void
    {
        $this->counts[$pair->certainty->value]++;
        $before = $this->inUse[$pair->one][$pair->other] ?? null;
        unset($this->inUse[$pair->one][$pair->other], $this->old[$pair->one][$pair->other]);
        if ($before === null) {
            $this->counts['added']++;
            $this->example('added', $pair);
        } elseif ($before !== $pair->certainty) {
            $this->counts['other']++;
            $this->example('other', $pair);
        }
        if ($pair->certainty === Certainty::Certain) {
            $this->example('least certain', $pair);
        } else {
            $this->example('nearly certain', $pair);
            $this->example('least likely', $pair);
        }
    }

    /** @return array{certain: int, review: int, added: int, dropped: int, other: int, examples: array<string, list<array<string, mixed>>>} */
    public function report(): array
    {
        $dropped = array_sum(array_map(count(...), $this->inUse));
        $all = [...$this->examples, 'dropped' => array_merge(...array_map(array_values(...), array_values($this->old)))];
        $examples = [];
        foreach (array_keys(self::KINDS) as $kind) {
            $examples[$kind] = self::foremost($kind, $all[$kind] ?? []);
        }

        return [...$this->counts, 'dropped' => $dropped, 'examples' => array_map(static fn (array $pairs): array => array_map(static fn (Pair $pair): array => ['one' => $pair->one, 'other' => $pair->other, 'certainty' => $pair->certainty->value, 'score' => $pair->score, 'for' => $pair->for, 'against' => $pair->against, 'rules' => $pair->rules], $pairs), $examples)];
    }

    private function example(string $kind, Pair $pair): void
    {
        $this->examples[$kind][] = $pair;
        if (count($this->examples[$kind]) > 2 * self::EXAMPLES) {
            $this->examples[$kind] = self::foremost($kind, $this->examples[$kind]);
        }
    }

    /**
     * @param  list<Pair>  $pairs
     * @return list<Pair>
     */
    private static function foremost(string $kind, array $pairs): array
    {
        $sign = self::KINDS[$kind] === SORT_ASC ? 1 : -1;
        usort($pairs, static fn (Pair $a, Pair $b): int => [$sign * $a->score, $a->one, $a->other] <=> [$sign * $b->score, $b->one, $b->other]);

        return array_slice($pairs, 0, self::EXAMPLES);
    }
}
