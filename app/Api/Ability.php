<?php

declare(strict_types=1);

namespace App\Api;

use App\Accounts\User;

/** What a token is for. It never may what the person who made it may not. */
enum Ability: string
{
    case Read = 'read';
    case BringIn = 'bring in';
    case Export = 'export';

    public function isOf(User $user): bool
    {
        return $this !== self::BringIn || $user->mayLoad();
    }
}
