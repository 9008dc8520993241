<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** What a match does: usually, and for groups of fields for which something else was chosen. */
final readonly class Effects
{
    /** @param  array<string, MatchEffect>  $own  by value of FieldGroup */
    public function __construct(public MatchEffect $usual = MatchEffect::FillBlanks, public array $own = []) {}

    public function of(FieldGroup $group): MatchEffect
    {
        $effect = $this->own[$group->value] ?? $this->usual;

        return in_array($effect, $group->effects(), true) ? $effect : $group->effects()[0];
    }
}
