<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Matching\Rules\Thresholds;

/** The verdict on a row, whom it is if it is known, and every finding that speaks to it. */
final readonly class Judgement
{
    /**
     * @param  list<PairFinding>  $findings  the strongest first
     * @param  int  $namesakes  how many there are who have its name, of one who is new
     */
    private function __construct(public Verdict $verdict, public int|string|null $ref, public array $findings, public int $namesakes = 0) {}

    /**
     * One certain finding of the highest strength makes a row known. Several, or only doubtful ones, a person must look at;
     * as well as one beside whom there is another of the same name and address, where the row does not say which of them it is.
     *
     * By weight, all that are likely are weighed together, and that it is nobody of them: no two can both be the one.
     *
     * @param  list<PairFinding>  $findings
     */
    public static function of(array $findings, ?Thresholds $thresholds = null): self
    {
        $isCertain = static fn(PairFinding $one): bool => $one->strength === PairStrength::Certain;
        $certain = array_column(array_filter($findings, $isCertain), 'ref');
        $findings = $thresholds === null ? $findings : self::together($findings, $thresholds);
        $namesakes = array_filter(array_column($findings, 'namesake'), static fn(?string $words): bool => $words !== null);
        if ($namesakes !== []) {
            $findings = array_map(
                static fn(PairFinding $one): PairFinding => in_array($one->ref, $certain, true) &&
                !$one->isProven &&
                $one->strength !== PairStrength::Unlikely
                    ? $one->beside(reset($namesakes))
                    : $one,
                $findings,
            );
        }
        usort(
            $findings,
            static fn(PairFinding $a, PairFinding $b): int => [$b->strength->value, $b->score] <=> [$a->strength->value, $a->score],
        );
        if ($findings === [] || $findings[0]->strength === PairStrength::Unlikely) {
            return new self(Verdict::New, null, $findings, count($findings));
        }
        $best = $findings[0];
        $rivals = array_filter($findings, static fn(PairFinding $finding): bool => $finding->strength === $best->strength);

        return $best->strength->isCertain() && count($rivals) === 1
            ? new self(Verdict::Known, $best->ref, $findings)
            : new self(Verdict::Unsure, null, $findings);
    }

    /**
     * @param  list<PairFinding>  $findings
     * @return list<PairFinding>
     */
    private static function together(array $findings, Thresholds $thresholds): array
    {
        // Where one of two of a name has what tells them apart, as the row has it, the other is out of the question.
        $isTold = array_filter($findings, static fn(PairFinding $one): bool => $one->isProven && $one->namesake === null) !== [];
        $odds = static fn(PairFinding $one): float => $one->likely === null || ($isTold && $one->namesake !== null)
            ? 0.0
            : $one->likely / max(1e-9, 1 - $one->likely);
        $all = 1 + array_sum(array_map($odds, $findings));

        return array_map(static function (PairFinding $one) use ($odds, $all, $thresholds): PairFinding {
            // An id, or the very same row, says it by itself.
            if (
                $one->likely === null ||
                $one->strength === PairStrength::Unlikely ||
                $one->strength === PairStrength::CertainByRow ||
                $one->strength === PairStrength::CertainById
            ) {
                return $one;
            }
            $likely = $odds($one) / $all;

            return $one->weighed(
                $likely,
                $one->strength === PairStrength::Certain && $likely >= ($thresholds->certain ?? 1.0)
                    ? PairStrength::Certain
                    : PairStrength::Doubtful,
            );
        }, $findings);
    }

    /** It is known how many have the name of one who is new. */
    public function withNamesakes(int $count): self
    {
        return new self($this->verdict, $this->ref, $this->findings, $this->verdict === Verdict::New ? max($count, $this->namesakes) : 0);
    }

    /** A person has said whom the row is; null that it is nobody yet known. */
    public function decided(int|string|null $ref): self
    {
        return new self($ref === null ? Verdict::New : Verdict::Known, $ref, $this->findings);
    }
}
