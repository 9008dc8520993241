<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** The verdict on a row, whom it is if it is known, and every finding that speaks to it. */
final readonly class Judgement
{
    /** @param  list<PairFinding>  $findings the strongest first; none that amounts to nothing */
    private function __construct(
        public Verdict $verdict,
        public int|string|null $ref,
        public array $findings,
    ) {
    }

    /**
     * One clear finding of the highest strength makes a row known. Several, or only doubtful ones, a person must look at.
     *
     * @param  list<PairFinding>  $findings
     */
    public static function of(array $findings): self
    {
        $telling = array_values(array_filter($findings, static fn (PairFinding $finding): bool => $finding->strength !== PairStrength::None));
        usort($telling, static fn (PairFinding $a, PairFinding $b): int => [$b->strength->value, count($b->for)] <=> [$a->strength->value, count($a->for)]);
        if ($telling === []) {
            return new self(Verdict::New, null, []);
        }
        $best = $telling[0];
        $rivals = array_filter($telling, static fn (PairFinding $finding): bool => $finding->strength === $best->strength);

        return $best->strength->isClear() && count($rivals) === 1
            ? new self(Verdict::Known, $best->ref, $telling)
            : new self(Verdict::Unsure, null, $telling);
    }

    /** A person has said whom the row is; null that it is nobody yet known. */
    public function decided(int|string|null $ref): self
    {
        return new self($ref === null ? Verdict::New : Verdict::Known, $ref, $this->findings);
    }
}
