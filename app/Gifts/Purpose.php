<?php

declare(strict_types=1);

namespace App\Gifts;

/** What gifts can be for, and what brings them in. */
enum Purpose: string
{
    case Fund = 'fund';
    case Campaign = 'campaign';
    case Appeal = 'appeal';

    /** The field of a gift that names it. */
    public function field(): string
    {
        return "gift.{$this->value}";
    }
}
