<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

/** How an address stands once the postal directory was asked: every one has just one, so that their counts come to all. */
enum Standing: string
{
    case Confirmed = 'confirmed';
    /** Mail arrives at the building; something about the unit is to be looked at. */
    case Question = 'question';
    case NotFound = 'not_found';
    /** Abroad, or not asked yet. */
    case NotAsked = 'not_asked';

    public function words(): string
    {
        return match ($this) {
            self::Confirmed => 'confirmed',
            self::Question => 'confirmed, with a question',
            self::NotFound => 'not found',
            self::NotAsked => 'not asked',
        };
    }

    /** Whether mail is likely to arrive. */
    public function canBeMailed(): bool
    {
        return $this === self::Confirmed || $this === self::Question;
    }
}
