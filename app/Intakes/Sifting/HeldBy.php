<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

/** What keeps a held row. */
enum HeldBy: string
{
    /** Something is wrong with it. */
    case Problem = 'problem';
    /** Nobody has said whether it is someone we know. */
    case Unsure = 'unsure';
    case Person = 'person';
    /** It waits for another row of the file. */
    case Waits = 'waits';
}
