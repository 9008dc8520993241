<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** What a sign against a pair does. */
enum SignEffect: string
{
    /** The two are kept apart. */
    case Apart = 'apart';
    /** What would be certain is to be reviewed. */
    case Review = 'review';
    case Nothing = 'nothing';
}
