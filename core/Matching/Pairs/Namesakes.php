<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Rules\Certainty;

/**
 * Father and son of one name at one address are told from each other by what stands in their records; a third record that says
 * nothing of it is as much the one as the other. What would be certain of it is to be reviewed.
 */
final class Namesakes
{
    /** @var array<int, array<int, string>> record to those that are told from it, with the words */
    private array $told = [];

    /** @var array<int, array<int, true>> record that has namesakes to those that it is certain to be */
    private array $near = [];

    /** First of all, whoever is told from each other. */
    public function tell(int $one, int $other, Relation $relation): void
    {
        if ($relation->namesake !== null) {
            $this->told[$one][$other] = $this->told[$other][$one] = $relation->namesake;
        }
    }

    public function areKnown(): bool
    {
        return $this->told !== [];
    }

    /** Then, every pair that is certain. */
    public function near(Pair $pair): void
    {
        foreach ([[$pair->one, $pair->other], [$pair->other, $pair->one]] as [$one, $other]) {
            if (isset($this->told[$one])) {
                $this->near[$one][$other] = true;
            }
        }
    }

    /** The pair as it is once all are known. */
    public function settled(Pair $pair, bool $isProven): Pair
    {
        $words =
            $isProven || $pair->certainty === Certainty::Review
                ? null
                : $this->between($pair->one, $pair->other) ?? $this->between($pair->other, $pair->one);

        return $words === null ? $pair : $pair->doubted(self::inWords($words));
    }

    public static function inWords(string $namesake): string
    {
        return "Another of this name is as near: {$namesake}";
    }

    /** @return ?string what tells one of the two from a third that is as near to the other */
    private function between(int $one, int $other): ?string
    {
        foreach ($this->told[$one] ?? [] as $third => $words) {
            if ($third !== $other && (isset($this->told[$third][$other]) || isset($this->near[$third][$other]))) {
                return $words;
            }
        }

        return null;
    }
}
