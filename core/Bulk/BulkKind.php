<?php

declare(strict_types=1);

namespace PineSieve\Core\Bulk;

/** What is done to each of many supporters. */
enum BulkKind: string
{
    /** Writes a value, whatever stands there. */
    case Set = 'set';
    /** Writes a value where there is none. */
    case Fill = 'fill';
    case Clear = 'clear';
    /** Puts one text in the place of another within values. */
    case Replace = 'replace';
    /** Puts into a group, gives a tag, or adds one to several of a list. */
    case Join = 'join';
    case Leave = 'leave';
    /** Writes a dated note. */
    case Note = 'note';
    /** Makes a person, a household or an organization of it. */
    case Become = 'become';
    case Delete = 'delete';

    public function needsField(): bool
    {
        return !in_array($this, [self::Become, self::Delete, self::Note], true);
    }

    /** Whether nothing else can be done beside it. */
    public function standsAlone(): bool
    {
        return $this === self::Become || $this === self::Delete;
    }
}
