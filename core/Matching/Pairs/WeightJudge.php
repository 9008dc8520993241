<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\SignEffect;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Level;
use PineSieve\Core\Matching\Weights\Leveler;
use PineSieve\Core\Matching\Weights\Pattern;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Matching\Weights\Weigher;
use PineSieve\Core\Matching\Weights\WeightWords;
use PineSieve\Core\Names\SupporterKind;

/** Judges pairs by the weight of all that agrees and differs. The rules of its set say no more than by what two are found. */
final readonly class WeightJudge implements Judge
{
    private Weigher $weigher;

    private WeightWords $words;

    /** @param  Thresholds  $thresholds  with how likely two must be one to be called certain */
    public function __construct(
        private RuleSet $set,
        private Thresholds $thresholds,
        Edition $edition,
        private Leveler $leveler,
        private Circumstances $circumstances,
    ) {
        $this->weigher = new Weigher($edition->weights, $edition->frequencies);
        $this->words = new WeightWords($this->weigher, $edition->frequencies, $set->kind);
    }

    public function relation(PreparedRecord $one, PreparedRecord $other): ?Relation
    {
        $pattern = $this->leveler->pattern($one->values, $other->values);
        $weighed = $this->weigher->weigh($pattern);
        $isOneName = $pattern->isOfOneName();
        $isNear = $isOneName && $pattern->shareOne([WeighedField::Address, WeighedField::Email, WeighedField::Phone]);
        // Signs are weighed like all else, but for those that the set names; and two of one name and home are told from each other by them.
        $signs = $isNear || $this->set->signs !== [] ? $this->circumstances->signs($one->values, $other->values) : [];
        $namesake = $isNear ? Circumstances::namesake($signs) : null;
        if ($weighed->match < $this->thresholds->review) {
            $isHome =
                $this->set->kind === SupporterKind::Person &&
                $weighed->home > 0.5 &&
                $pattern->is(WeighedField::Address, Level::Same) &&
                $pattern->is(WeighedField::First, Level::Differs);
            $home = $isHome ? $this->weighedPair($one, $other, $pattern, Certainty::Review, $weighed->match) : null;

            return $namesake === null && $home === null && !$isOneName
                ? null
                : new Relation(null, $home, $namesake, false, $isOneName ? $weighed->match : null);
        }
        $effects = array_intersect_key($this->set->signs, $signs);
        if (in_array(SignEffect::Apart, $effects, true)) {
            return new Relation(null, null, $namesake, false);
        }
        $telling = $this->weigher->telling($pattern);
        $isSure =
            $telling->isMoreThanName() &&
            !$telling->isAnotherName() &&
            !$telling->isPerhapsAnotherGeneration() &&
            !in_array(SignEffect::Review, $effects, true);
        $certainty = $isSure && $weighed->match >= $this->thresholds->certain ? Certainty::Certain : Certainty::Review;

        return new Relation(
            $this->weighedPair($one, $other, $pattern, $certainty, $weighed->match),
            null,
            $namesake,
            $this->circumstances->prove($one->values, $other->values),
        );
    }

    /** @return float how likely two are one, from 0 to 1 */
    public function likely(PreparedRecord $one, PreparedRecord $other): float
    {
        return $this->weigher->weigh($this->leveler->pattern($one->values, $other->values))->match;
    }

    /** @return array{list<string>, list<string>} for and against two being one */
    public function words(PreparedRecord $one, PreparedRecord $other): array
    {
        return $this->words->of($this->leveler->pattern($one->values, $other->values));
    }

    private function weighedPair(PreparedRecord $one, PreparedRecord $other, Pattern $pattern, Certainty $certainty, float $likely): Pair
    {
        [$for, $against] = $this->words->of($pattern);

        return new Pair(
            $one->ref,
            $other->ref,
            $certainty,
            Pair::scoreOf($likely),
            $for,
            $against,
            ['by weight'],
            $likely,
            !$pattern->isMoreThanName(),
        );
    }
}
