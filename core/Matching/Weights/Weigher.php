<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** Weighs how far two records agree: how likely it is that they are one person. */
final readonly class Weigher
{
    public function __construct(
        private Weights $weights,
        private Frequencies $frequencies,
    ) {
    }

    public function weigh(Pattern $pattern): Weighed
    {
        $likely = $this->likelihoods($pattern);
        $records = max(Frequencies::FEWEST, $this->frequencies->records());
        $match = $this->weights->match / $records * $likely[Sameness::Match->value];
        $home = $this->weights->home / $records * $likely[Sameness::Home->value];
        $namesake = $this->weights->namesake / $records * $likely[Sameness::Namesake->value];
        $all = $match + $home + $namesake + $likely[Sameness::Chance->value];

        return new Weighed($this->weights->calibrationOf($pattern)->of($match / $all), ($home + $namesake) / $all);
    }

    /** @return array<string, float> value of Sameness to how often two such records agree just so */
    public function likelihoods(Pattern $pattern): array
    {
        $likely = [];
        foreach (Sameness::cases() as $of) {
            $product = 1.0;
            foreach ($pattern->levels as $key => $level) {
                $product *= $this->share($of, WeighedField::from($key), $level, $pattern->shared[$key] ?? null);
            }
            $likely[$of->value] = $product;
        }

        return $likely;
    }

    /** For how much, in bits, an agreement speaks for the two being one rather than having nothing to do with each other. */
    public function bits(Pattern $pattern, WeighedField $field): float
    {
        $level = $pattern->levels[$field->value] ?? Level::Blank;

        return $level === Level::Blank ? 0.0 : log($this->share(Sameness::Match, $field, $level, null) / $this->share(Sameness::Chance, $field, $level, $pattern->shared[$field->value] ?? null), 2);
    }

    private function share(Sameness $of, WeighedField $field, Level $level, ?string $shared): float
    {
        $share = $this->weights->share($of, $field, $level);
        $chance = $shared === null || ! in_array($of, [Sameness::Chance, Sameness::Home], true) ? null : $this->frequencies->chance($field, $level, $shared);

        // Of others in the home, whoever has the same first name or email has it by chance or by custom; what all of them have is not counted.
        return match (true) {
            $chance === null => $share,
            $of === Sameness::Chance => $chance,
            $field === WeighedField::First => max($chance, $share),
            default => $share,
        };
    }
}
