<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** What a row is to the database. */
enum Verdict: string
{
    case New = 'new';
    case Known = 'known';
    case Unsure = 'unsure';
}
