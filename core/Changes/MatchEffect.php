<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** What a row does to a supporter that it matches. Gifts come in whatever is chosen. */
enum MatchEffect: string
{
    case FillBlanks = 'fill blanks';
    case Replace = 'replace';
    case LeaveAlone = 'leave alone';
}
