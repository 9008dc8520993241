<?php

declare(strict_types=1);

namespace PineSieve\Core\Bulk;

/** What one step comes to for one supporter. */
enum Effect: string
{
    /** What was blank has a value, who was not in the group is. */
    case Comes = 'comes';
    /** Another value takes the place of one that was there, or a value goes. */
    case Changes = 'changes';
    /** It is so already. */
    case Same = 'same';
    /** A refusal stays. */
    case Refusal = 'refusal';
    /** There is nothing that could be changed. */
    case Nothing = 'nothing';
    /** Records of its kind don't have the field. */
    case NotOfKind = 'not of kind';
    case Goes = 'goes';
    /** It goes; its gifts and promises stay with another. */
    case GoesWithout = 'goes without gifts';
    case HasGifts = 'has gifts';
    case IsCredited = 'is credited';
    case Waits = 'waits';
    /** It is the one that gets the gifts of the others. */
    case Gets = 'gets';

    public function writes(): bool
    {
        return in_array($this, [self::Comes, self::Changes, self::Goes, self::GoesWithout], true);
    }

    /** Whether a person should look at it: it stays against what was asked. */
    public function isHeld(): bool
    {
        return in_array($this, [self::Refusal, self::HasGifts, self::IsCredited, self::Waits], true);
    }
}
