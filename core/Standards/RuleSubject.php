<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** The kind of record that a rule is about. */
enum RuleSubject: string
{
    case Supporter = 'supporter';
    case Person = 'person';
    case Household = 'household';
    case Organization = 'organization';
    case Gift = 'gift';

    public function covers(Facts $facts): bool
    {
        return match ($this) {
            self::Gift => $facts->isOfGift(),
            self::Supporter => !$facts->isOfGift(),
            default => !$facts->isOfGift() && $facts->kind()->value === $this->value,
        };
    }
}
