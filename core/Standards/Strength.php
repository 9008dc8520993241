<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Whether a record without a required field is held, or comes in with a warning. */
enum Strength: string
{
    case Must = 'must';
    case Should = 'should';
}
