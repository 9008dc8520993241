<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/**
 * Estimates from pairs that nobody has labelled how often records of one person, and of one home, agree how far: by expectation-maximization
 * (Dempster, Laird and Rubin 1977; Winkler, Using the EM Algorithm for Weight Computation in the Fellegi-Sunter Model of Record Linkage, 1988).
 * What two who have nothing to do with each other agree in is known from frequencies, and is not estimated; nor are namesakes, who are few.
 * The same pairs give the same weights, in whatever order they come.
 */
final class Estimator
{
    /** As many pairs of a kind are the weights worth that it starts from: a few records hardly move them. */
    private const PRIOR = 400.0;

    private const ROUNDS = 200;

    private const STILL = 1e-4;

    private const ESTIMATED = [Sameness::Match, Sameness::Home];

    /** So few have them that what is estimated of them would be of those who happen to. */
    private const TOO_FEW = [WeighedField::Generation, WeighedField::Title];

    /** What the pairs that share a key are before anything is known of them, and how many pairs that is worth. */
    private const MIX = ['match' => 0.3, 'home' => 0.1, 'namesake' => 0.01, 'chance' => 0.59];

    private const MIX_PRIOR = 20.0;

    public function __construct(private readonly Weights $start, private readonly Frequencies $frequencies) {}

    /** @param  list<SampledPair>  $pairs */
    public function estimate(array $pairs): Estimate
    {
        $observed = array_map($this->observed(...), $pairs);
        $weights = $this->start;
        $mixes = array_fill_keys(array_unique(array_column($pairs, 'block')), self::MIX);
        $moved = $pairs === [] ? 0.0 : 1.0;
        $round = 0;
        while ($moved > self::STILL && $round++ < self::ROUNDS) {
            $sums = $blocks = [];
            $matches = 0.0;
            foreach ($observed as $pair) {
                $of = self::belongs($pair, $weights, $mixes[$pair->block]);
                foreach ($of as $sameness => $share) {
                    $blocks[$pair->block][$sameness] = ($blocks[$pair->block][$sameness] ?? 0.0) + $share;
                }
                $matches += $of[Sameness::Match->value] * $pair->standsFor;
                foreach ($pair->counted as [$field, $level]) {
                    foreach (self::ESTIMATED as $sameness) {
                        $sums[$sameness->value][$field][$level] = ($sums[$sameness->value][$field][$level] ?? 0.0) + $of[$sameness->value];
                    }
                }
            }
            $next = $this->weights($sums, $matches);
            $moved = self::moved($weights, $next);
            $weights = $next;
            $mixes = array_map(self::mix(...), $blocks);
        }
        if ($moved > self::STILL) {
            return new Estimate($this->start, count($pairs), $round, [
                'The estimate came to no end: the weights are those that come with the program.',
            ]);
        }
        [$weights, $discarded] = $this->checked($weights);

        return new Estimate($weights, count($pairs), $round, $discarded);
    }

    private function observed(SampledPair $pair): Observed
    {
        $agreements = $counted = [];
        $namesake = $chance = 1.0;
        foreach ($pair->pattern->levels as $key => $level) {
            $field = WeighedField::from($key);
            if (in_array($field, $pair->by, true)) {
                continue;
            }
            $byChance = $this->byChance($pair->pattern, $field, $level);
            $isFirstName = $field === WeighedField::First && $level === Level::Same;
            $agreements[] = [$field, $level, $isFirstName ? $byChance : 0.0];
            if (!in_array($field, self::TOO_FEW, true)) {
                $counted[] = [$key, $level->value];
            }
            $namesake *= $this->start->share(Sameness::Namesake, $field, $level);
            $chance *= $byChance;
        }

        return new Observed($pair->block, $pair->standsFor, $agreements, $counted, $namesake, $chance);
    }

    /** @return float how often two who have nothing to do with each other agree in a field just so */
    private function byChance(Pattern $pattern, WeighedField $field, Level $level): float
    {
        $shared = $pattern->shared[$field->value] ?? null;

        return ($shared === null ? null : $this->frequencies->chance($field, $level, $shared)) ??
            $this->start->share(Sameness::Chance, $field, $level);
    }

    /**
     * @param  array<string, float>  $mix
     * @return array<string, float> value of Sameness to how likely the pair is that
     */
    private static function belongs(Observed $pair, Weights $weights, array $mix): array
    {
        $match = $home = 1.0;
        foreach ($pair->agreements as [$field, $level, $least]) {
            $match *= $weights->share(Sameness::Match, $field, $level);
            $home *= max($least, $weights->share(Sameness::Home, $field, $level));
        }
        $likely = [
            Sameness::Match->value => $mix[Sameness::Match->value] * $match,
            Sameness::Home->value => $mix[Sameness::Home->value] * $home,
            Sameness::Namesake->value => $mix[Sameness::Namesake->value] * $pair->namesake,
            Sameness::Chance->value => $mix[Sameness::Chance->value] * $pair->chance,
        ];
        $sum = array_sum($likely);

        return array_map(static fn(float $one): float => $sum > 0.0 ? $one / $sum : 0.0, $likely);
    }

    /** @param  array<string, array<string, array<string, float>>>  $sums */
    private function weights(array $sums, float $matches): Weights
    {
        $shares = $this->start->shares;
        foreach (self::ESTIMATED as $of) {
            foreach ($shares[$of->value] as $field => $levels) {
                $counted = $sums[$of->value][$field] ?? [];
                $all = self::PRIOR + array_sum($counted);
                foreach ($levels as $level => $share) {
                    $shares[$of->value][$field][$level] = (self::PRIOR * $share + ($counted[$level] ?? 0.0)) / $all;
                }
            }
        }
        $records = $this->frequencies->counted();

        return new Weights(
            $shares,
            (self::PRIOR * $this->start->match + 2 * $matches) / (self::PRIOR + $records),
            $this->start->home,
            $this->start->namesake,
            $this->start->calibration,
            $this->start->names,
            $this->start->whole,
            $this->start->spread,
        );
    }

    /**
     * An agreement that speaks against two being one, or a difference that speaks for it, is a mistake of the estimate.
     *
     * @return array{Weights, list<string>}
     */
    private function checked(Weights $weights): array
    {
        $shares = $weights->shares;
        $discarded = [];
        foreach (array_map(WeighedField::from(...), array_keys($shares[Sameness::Match->value])) as $field) {
            $for = static fn(Level $level): float => $weights->share(Sameness::Match, $field, $level) /
                $weights->share(Sameness::Chance, $field, $level);
            if ($for(Level::Same) <= 1.0 || $for(Level::Differs) >= 1.0) {
                foreach (self::ESTIMATED as $of) {
                    $shares[$of->value][$field->value] = $this->start->shares[$of->value][$field->value];
                }
                $discarded[] =
                    ucfirst($field->value) .
                    ': what was estimated would turn an agreement into evidence against. The weights of it are those that come with the program.';
            }
        }

        return [
            new Weights(
                $shares,
                $weights->match,
                $weights->home,
                $weights->namesake,
                $weights->calibration,
                $weights->names,
                $weights->whole,
                $weights->spread,
            ),
            $discarded,
        ];
    }

    /**
     * @param  array<string, float>  $sums
     * @return array<string, float>
     */
    private static function mix(array $sums): array
    {
        $all = array_sum($sums) + self::MIX_PRIOR;

        return array_combine(
            array_keys(self::MIX),
            array_map(
                static fn(string $of, float $share): float => (($sums[$of] ?? 0.0) + self::MIX_PRIOR * $share) / $all,
                array_keys(self::MIX),
                self::MIX,
            ),
        );
    }

    private static function moved(Weights $one, Weights $other): float
    {
        $most = 0.0;
        foreach (self::ESTIMATED as $of) {
            foreach ($one->shares[$of->value] as $field => $levels) {
                foreach ($levels as $level => $share) {
                    $most = max($most, abs($share - $other->shares[$of->value][$field][$level]));
                }
            }
        }

        return $most;
    }
}
