<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** The verdict on a row, whom it is if it is known, and every finding that speaks to it. */
final readonly class Judgement
{
    /** @param  list<PairFinding>  $findings the strongest first */
    private function __construct(
        public Verdict $verdict,
        public int|string|null $ref,
        public array $findings,
    ) {
    }

    /**
     * One certain finding of the highest strength makes a row known. Several, or only doubtful ones, a person must look at;
     * as well as one beside whom there is another of the same name and address, where the row does not say which of them it is.
     *
     * @param  list<PairFinding>  $findings
     */
    public static function of(array $findings): self
    {
        $namesakes = array_filter(array_column($findings, 'namesake'), static fn (?string $words): bool => $words !== null);
        if ($namesakes !== []) {
            $findings = array_map(static fn (PairFinding $one): PairFinding => $one->strength === PairStrength::Certain && ! $one->isProven ? $one->beside(reset($namesakes)) : $one, $findings);
        }
        usort($findings, static fn (PairFinding $a, PairFinding $b): int => [$b->strength->value, $b->score] <=> [$a->strength->value, $a->score]);
        if ($findings === []) {
            return new self(Verdict::New, null, []);
        }
        $best = $findings[0];
        $rivals = array_filter($findings, static fn (PairFinding $finding): bool => $finding->strength === $best->strength);

        return $best->strength->isCertain() && count($rivals) === 1
            ? new self(Verdict::Known, $best->ref, $findings)
            : new self(Verdict::Unsure, null, $findings);
    }

    /** A person has said whom the row is; null that it is nobody yet known. */
    public function decided(int|string|null $ref): self
    {
        return new self($ref === null ? Verdict::New : Verdict::Known, $ref, $this->findings);
    }
}
