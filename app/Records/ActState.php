<?php

declare(strict_types=1);

namespace App\Records;

/** How far an act has come. */
enum ActState: string
{
    case UnderWay = 'under way';
    case Done = 'done';
    case Undone = 'undone';
}
