<?php

declare(strict_types=1);

namespace PineSieve\Core\Mailings;

/** Why someone gets no mail. */
enum LeftOut: string
{
    case Deceased = 'deceased';
    case NotActive = 'not active';
    case Refused = 'refused';
    case RefusedTogether = 'refused together';
    case NotAgreed = 'not agreed';
    case NoAddress = 'no address';
    case NotReached = 'not reached';
    case NotToBeUsed = 'not to be used';

    public function words(): string
    {
        return match ($this) {
            self::Deceased => 'have died',
            self::NotActive => 'are not active',
            self::Refused => 'do not want mail',
            self::RefusedTogether => 'live with someone who does not want mail',
            self::NotAgreed => 'have not agreed to mail',
            self::NoAddress => 'have no address, or one that lacks its street or place',
            self::NotReached => 'have addresses that mail does not reach, or former ones, and no other',
            self::NotToBeUsed => 'have addresses that are not to be used, and no other',
        };
    }
}
