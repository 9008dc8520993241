<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** What it means that a rule holds for a pair. */
enum Certainty: string
{
    /** The two are one: they may be joined unseen. */
    case Certain = 'certain';
    /** A person must say. */
    case Review = 'review';
}
