<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Accounts\User;

/** Supporters and gifts may be read by everyone who can sign in. */
final class RecordPolicy
{
    public function viewAny(User $user): bool
    {
        return true;
    }

    public function view(User $user): bool
    {
        return true;
    }
}
