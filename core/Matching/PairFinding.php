<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Matching\Pairs\Namesakes;
use PineSieve\Core\Matching\Pairs\Pair;

/** Two records compared: what it amounts to, with the reasons for and against in sentences. */
final readonly class PairFinding
{
    /**
     * @param  int|string  $ref  of the record that the row was compared with
     * @param  int  $score  1 to 100, the likelier the higher
     * @param  list<string>  $for
     * @param  list<string>  $against
     * @param  bool  $isProven  certain by more than a name and a way to be reached
     * @param  ?string  $namesake  what tells the two from each other although a certain rule holds
     * @param  ?float  $likely  how likely the two are one, by weight, were there nobody else; null where rules decide
     */
    public function __construct(
        public int|string $ref,
        public PairStrength $strength,
        public int $score,
        public array $for,
        public array $against,
        public bool $isProven = false,
        public ?string $namesake = null,
        public ?float $likely = null,
    ) {}

    /** The same pair, once it is known that the very same row has been loaded to the record before. */
    public function loadedBefore(string $intake): self
    {
        return new self(
            $this->ref,
            PairStrength::CertainByRow,
            100,
            ["The very same row came in before, with \"{$intake}\"", ...$this->for],
            $this->against,
        );
    }

    /** The same pair, beside someone of the same name who is as near. */
    public function beside(string $namesake): self
    {
        return new self($this->ref, PairStrength::Doubtful, $this->score, $this->for, [...$this->against, Namesakes::inWords($namesake)]);
    }

    /** The same pair as it is beside others who are likely too. */
    public function weighed(float $likely, PairStrength $strength): self
    {
        return new self(
            $this->ref,
            $strength,
            Pair::scoreOf($likely),
            $this->for,
            $this->against,
            $this->isProven,
            $this->namesake,
            $likely,
        );
    }

    /** @return array{ref: int|string, strength: int, score: int, for: list<string>, against: list<string>} */
    public function toArray(): array
    {
        return [
            'ref' => $this->ref,
            'strength' => $this->strength->value,
            'score' => $this->score,
            'for' => $this->for,
            'against' => $this->against,
        ];
    }
}
