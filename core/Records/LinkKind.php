<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** What one supporter is to another. */
enum LinkKind: string
{
    case Member = 'member';
    case Spouse = 'spouse';
    case Employee = 'employee';
    case Contact = 'contact';
    case Child = 'child';

    /** "Ann is ... Bo", read from the one whom the link belongs to. */
    public function phrase(): string
    {
        return match ($this) {
            self::Member => 'member of the household',
            self::Spouse => 'spouse of',
            self::Employee => 'works for',
            self::Contact => 'contact person of',
            self::Child => 'child of',
        };
    }

    /** The same, read from the other end. */
    public function reverse(): string
    {
        return match ($this) {
            self::Member => 'has as a member',
            self::Spouse => 'spouse of',
            self::Employee => 'employs',
            self::Contact => 'has as its contact person',
            self::Child => 'parent of',
        };
    }
}
