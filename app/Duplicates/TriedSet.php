<?php

declare(strict_types=1);

namespace App\Duplicates;

use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\Thresholds;

/** What a rule set that is tried finds, near its borders and beside the set in use. Holds a few examples, not all pairs. */
final class TriedSet
{
    private const EXAMPLES = 12;

    /** @var array<int, array<int, Certainty>> pairs that the set in use finds */
    private array $inUse = [];

    private int $inUseCount = 0;

    /** @var array{certain: int, review: int, added: int, dropped: int, other: int} */
    private array $counts = ['certain' => 0, 'review' => 0, 'added' => 0, 'dropped' => 0, 'other' => 0];

    /** Kinds of example to the end of the scores that is shown: the lowest, or the highest. */
    private const KINDS = [
        'least certain' => SORT_ASC,
        'nearly certain' => SORT_DESC,
        'least likely' => SORT_ASC,
        'added' => SORT_DESC,
        'other' => SORT_DESC,
        'dropped' => SORT_DESC,
    ];

    /** @var array<string, list<Pair>> */
    private array $examples = [];

    /** @var array<int, array{int, int}> of each twentieth of likelihood from 0 on, pairs of whom more than names agree, and the others */
    private array $bars = [];

    /** @var array<int, array{int, float, int}> of each thousandth, pairs that may be called certain, how many of them are likely to be wrong, and others */
    private array $fine = [];

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

    /** @param  ?Thresholds  $by  of a set by weight: pairs below what is asked about are but counted */
    public function __construct(private readonly ?Thresholds $by = null) {}

    public function found(Pair $pair): void
    {
        if ($pair->likely !== null && $this->by !== null) {
            $this->atScore($pair, $pair->likely);
            if ($pair->likely < $this->by->review && $pair->certainty === Certainty::Review) {
                return;
            }
        }
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

    /**
     * What moving a border costs: pairs that are called certain, how many of them are wrong, and pairs to be looked at.
     *
     * @param  callable(float): float  $certainFrom  how likely pairs must be for so many of a thousand to be wrong
     * @return array{bars: list<array{from: float, sure: int, names: int}>, certain_from: float, review_from: float, wrong: list<array{wrong: float, from: float, certain: int, errors: float, review: int}>, review: list<array{one_in: int, review: int}>}
     */
    public function borders(callable $certainFrom): array
    {
        $by = $this->by ?? new Thresholds();
        $certainAt = $by->certain ?? $certainFrom($by->wrong);
        $sum = fn(float $from, float $to, int $what): float => array_sum(
            array_map(
                static fn(array $bin): float => (float) $bin[$what],
                array_filter($this->fine, static fn(int $bin): bool => $bin / 1000 >= $from && $bin / 1000 < $to, ARRAY_FILTER_USE_KEY),
            ),
        );
        $ask = fn(float $review, float $certain): int => (int) ($sum($review, 2.0, 2) + $sum($review, $certain, 0));

        return [
            'bars' => array_map(
                fn(int $bar): array => ['from' => $bar / 20, 'sure' => $this->bars[$bar][0] ?? 0, 'names' => $this->bars[$bar][1] ?? 0],
                range(0, 19),
            ),
            'certain_from' => $certainAt,
            'review_from' => $by->review,
            'wrong' => array_map(
                static function (float $wrong) use ($certainFrom, $sum, $ask, $by): array {
                    $from = round($certainFrom($wrong), 3);

                    return [
                        'wrong' => $wrong,
                        'from' => $from,
                        'certain' => (int) $sum($from, 2.0, 0),
                        'errors' => round($sum($from, 2.0, 1), 1),
                        'review' => $ask($by->review, $from),
                    ];
                },
                [0.5, 1.0, 2.0, 5.0, 10.0],
            ),
            'review' => array_map(
                static fn(int $oneIn): array => ['one_in' => $oneIn, 'review' => $ask(1 / $oneIn, round($certainAt, 3))],
                [2, 3, 5, 10, 20],
            ),
        ];
    }

    private function atScore(Pair $pair, float $likely): void
    {
        [$bar, $bin] = [min(19, (int) floor(20 * $likely)), (int) floor(1000 * $likely)];
        $this->bars[$bar] ??= [0, 0];
        $this->bars[$bar][$pair->isByName ? 1 : 0]++;
        $this->fine[$bin] ??= [0, 0.0, 0];
        if ($pair->isByName) {
            $this->fine[$bin][2]++;
        } else {
            $this->fine[$bin][0]++;
            $this->fine[$bin][1] += 1 - $likely;
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

        return [
            ...$this->counts,
            'dropped' => $dropped,
            'examples' => array_map(
                static fn(array $pairs): array => array_map(
                    static fn(Pair $pair): array => [
                        'one' => $pair->one,
                        'other' => $pair->other,
                        'certainty' => $pair->certainty->value,
                        'score' => $pair->score,
                        'for' => $pair->for,
                        'against' => $pair->against,
                        'rules' => $pair->rules,
                    ],
                    $pairs,
                ),
                $examples,
            ),
        ];
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
        usort(
            $pairs,
            static fn(Pair $a, Pair $b): int => [$sign * $a->score, $a->one, $a->other] <=> [$sign * $b->score, $b->one, $b->other],
        );

        return array_slice($pairs, 0, self::EXAMPLES);
    }
}
