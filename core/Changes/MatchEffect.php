<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** What a row does to a supporter that it matches. Gifts come in whatever is chosen. */
enum MatchEffect: string
{
    case FillBlanks = 'fill blanks';
    case Replace = 'replace';
    /** What comes in stands beside what is there. */
    case AddBeside = 'add beside';
    /** What comes in is the primary one; the one of its kind that was there is kept as a former one. */
    case BecomePrimary = 'become primary';
    case LeaveAlone = 'leave alone';
}
