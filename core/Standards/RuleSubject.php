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
    case Promise = 'promise';

    /** What a rule is about that looks at a field; null for one of the supporter itself. */
    public static function ofField(string $field): ?self
    {
        return match (explode('.', $field)[0]) {
            'gift' => self::Gift,
            'promise' => self::Promise,
            default => null,
        };
    }

    /** Whether a rule about it can look at a field: that of a gift looks at the supporter too. */
    public function looksAt(string $field): bool
    {
        return in_array(self::ofField($field), [null, $this], true);
    }

    /** Whether a rule about it can ask for a field. */
    public function asksFor(string $field): bool
    {
        return self::ofField($field) === (in_array($this, [self::Gift, self::Promise], true) ? $this : null);
    }

    public function covers(Facts $facts): bool
    {
        return match ($this) {
            self::Gift => $facts->isOfGift(),
            self::Promise => $facts->isOfPromise(),
            self::Supporter => !$facts->isOfGift() && !$facts->isOfPromise(),
            default => !$facts->isOfGift() && !$facts->isOfPromise() && $facts->kind()->value === $this->value,
        };
    }
}
