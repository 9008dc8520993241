<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** What a change is made to. */
enum Subject: string
{
    case Supporter = 'supporter';
    case Address = 'address';
    case Email = 'email';
    case Phone = 'phone';
    case Identifier = 'identifier';
    case Membership = 'membership';
    case Custom = 'custom';
    case Link = 'link';
    /** A value that could not be read, as it was written. */
    case Unread = 'unread';
    case Gift = 'gift';
}
