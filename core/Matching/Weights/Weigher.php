<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** Weighs how far two records agree: how likely it is that they are one person. */
final readonly class Weigher
{
    /** Bits from which an agreement tells somebody from the many: an email that a whole office has does not. */
    private const TELLING = 8.0;

    /** As many have something in common in a home of any size, however few records there are in all. */
    private const HOME = 8;

    /** What is shared by those who are one, and by those who live or work together. */
    private const CONTACT = [WeighedField::Address, WeighedField::Email, WeighedField::Phone, WeighedField::Born, WeighedField::Id];

    public function __construct(private Weights $weights, private Frequencies $frequencies) {}

    public function weigh(Pattern $pattern): Weighed
    {
        $likely = $this->likelihoods($pattern);
        $records = max(Frequencies::FEWEST, $this->frequencies->records());
        $match = ($this->weights->match / $records) * $likely[Sameness::Match->value];
        $home = ($this->weights->home / $records) * $likely[Sameness::Home->value];
        $namesake = ($this->weights->namesake / $records) * $likely[Sameness::Namesake->value];
        $all = $match + $home + $namesake + $likely[Sameness::Chance->value];

        return new Weighed($this->weights->calibrationOf($this->telling($pattern))->of($match / $all), ($home + $namesake) / $all);
    }

    /** @return array<string, float> value of Sameness to how often two such records agree just so */
    public function likelihoods(Pattern $pattern): array
    {
        $likely = array_fill_keys(array_column(Sameness::cases(), 'value'), 1.0);
        foreach ($pattern->levels as $key => $level) {
            $field = WeighedField::from($key);
            $chance = $this->chance($pattern, $field, $level);
            foreach (Sameness::cases() as $of) {
                $likely[$of->value] *= $this->share($of, $field, $level, $chance);
            }
        }

        return $likely;
    }

    /** The same without the addresses, emails and the like that two share with so many that it says little. */
    public function telling(Pattern $pattern): Pattern
    {
        $shared = array_filter(self::CONTACT, static fn(WeighedField $field): bool => $pattern->is($field, Level::Same));
        $common = array_filter(
            $shared,
            fn(WeighedField $field): bool => $this->bits($pattern, $field) < self::TELLING &&
                $this->frequencies->of($field, $pattern->shared[$field->value] ?? '') > self::HOME,
        );

        return $common === [] ? $pattern : $pattern->without($common);
    }

    /** For how much, in bits, an agreement speaks for the two being one rather than having nothing to do with each other. */
    public function bits(Pattern $pattern, WeighedField $field): float
    {
        $level = $pattern->levels[$field->value] ?? Level::Blank;
        $chance = $this->chance($pattern, $field, $level);

        return $level === Level::Blank
            ? 0.0
            : log($this->share(Sameness::Match, $field, $level, $chance) / $this->share(Sameness::Chance, $field, $level, $chance), 2);
    }

    /** @return ?float how often two who have nothing to do with each other share just that; null where that does not depend on what they share */
    private function chance(Pattern $pattern, WeighedField $field, Level $level): ?float
    {
        $shared = $pattern->shared[$field->value] ?? null;

        return $shared === null ? null : $this->frequencies->chance($field, $level, $shared);
    }

    private function share(Sameness $of, WeighedField $field, Level $level, ?float $chance): float
    {
        // Of others in the home, whoever has the same first name or email has it by chance or by custom; what all of them have is not counted.
        return match (true) {
            $chance !== null && $of === Sameness::Chance => $chance,
            $chance !== null && $of === Sameness::Home && $field === WeighedField::First => max(
                $chance,
                $this->weights->share($of, $field, $level),
            ),
            // Whoever moves comes by chance to where he was before: the likelier, the more live there.
            $chance !== null && $field === WeighedField::Address && $level === Level::Near => $this->weights->share($of, $field, $level) +
                $chance * $this->weights->share($of, $field, Level::Differs),
            default => $this->weights->share($of, $field, $level),
        };
    }
}
