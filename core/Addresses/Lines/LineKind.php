<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

/** What a line of an address is. */
enum LineKind
{
    case Blank;
    case Street;
    case Highway;
    case Box;
    case Route;
    case Military;
    case GeneralDelivery;
    /** Units alone, of a street that stands on another line. */
    case Unit;
    /** Whose hands it goes through. */
    case Attention;
    /** Nothing that is known: it stays as it is written. */
    case Unread;

    /** Whether mail can be delivered by it. */
    public function isDelivered(): bool
    {
        return !in_array($this, [self::Blank, self::Unit, self::Attention, self::Unread], true);
    }
}
